import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, configure, render } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { afterEach, beforeEach, vi } from "vitest";
import { KeysRoot } from "../keys/use-keys";
import { OutboxRoot } from "../outbox/use-outbox";

// What a browser has and jsdom has not; nothing is laid out here, so that there is nothing to observe or to scroll to.
class Unobserved {
  observe() {}
  unobserve() {}
  disconnect() {}
}
// A line on which nobody says anything.
class Silent {
  static CLOSED = 2;
  readyState = 0;
  onerror = null;
  addEventListener() {}
  close() {}
}
Object.assign(globalThis, { ResizeObserver: Unobserved, EventSource: Silent });
if (typeof Element !== "undefined") Object.assign(Element.prototype, { scrollIntoView: () => undefined });

// A busy machine is slow; nothing here depends on how soon something comes.
configure({ asyncUtilTimeout: 8000 });

// What React complains of (keys given twice, state set outside of a test's hands) is a defect like any other.
beforeEach(() => {
  vi.spyOn(console, "error").mockImplementation((...said: unknown[]) => {
    throw new Error(said.map(String).join(" "));
  });
});

afterEach(() => {
  cleanup();
  localStorage.clear();
  vi.restoreAllMocks();
});

/** Draws a piece of the interface with what stands round it, and gives the hands to work it. */
export function draw(what: ReactNode, at = "/") {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const user = userEvent.setup();
  const shown = render(
    <QueryClientProvider client={client}>
      <KeysRoot>
        <OutboxRoot>
          <MemoryRouter initialEntries={[at]}>{what}</MemoryRouter>
        </OutboxRoot>
      </KeysRoot>
    </QueryClientProvider>,
  );
  return { user, client, ...shown };
}

export * from "./samples";
