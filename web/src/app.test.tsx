// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen } from "@testing-library/react";
import { createMemoryRouter, RouterProvider, type RouteObject } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "./api/client";
import { problemOf } from "./api/problem";
import { queries } from "./api/queries";
import { routes } from "./app";
import { OutboxRoot } from "./outbox/use-outbox";
import { Broken } from "./shell/broken";
import { boardPage, catalogue } from "./testing/render";

beforeEach(() => {
  vi.stubGlobal("matchMedia", () => ({ matches: true, addEventListener: vi.fn(), removeEventListener: vi.fn() }));
  vi.spyOn(api, "catalogue").mockResolvedValue(catalogue({ families: [], mistakes: [] }));
  vi.spyOn(api, "board").mockResolvedValue(boardPage([]));
  vi.spyOn(api, "worktop").mockResolvedValue([]);
  vi.spyOn(api, "cards").mockResolvedValue({ cards: [], items: [] });
});

function open(at: string, made?: RouteObject[]) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const router = createMemoryRouter(made ?? routes(client), { initialEntries: [at] });
  render(
    <QueryClientProvider client={client}>
      <OutboxRoot>
        <RouterProvider router={router} />
      </OutboxRoot>
    </QueryClientProvider>,
  );
  return { client, router };
}

describe("the pages", () => {
  it.each([
    ["/", "Nothing on the bench."],
    ["/worktop", "Worktop"],
    ["/cards", "Spec cards"],
    ["/handbook", "Handbook"],
    ["/nowhere", "There is no page at this address."],
  ])("%s is found by its address", async (at, says) => {
    open(at);
    expect((await screen.findAllByText(says, { selector: "h1, p" }))[0]).toBeTruthy();
  });

  it("ask ahead for what they will show, and open all the same when it does not come", async () => {
    vi.spyOn(api, "job").mockRejectedValue(problemOf(503, null));
    const { client } = open("/jobs/a");
    expect(await screen.findByText("Try again")).toBeTruthy();
    expect(api.job).toHaveBeenCalledWith("a");
    expect(client.getQueryData(queries.catalogue().queryKey)).toBeTruthy();
  });

  it("that break off say that nothing is lost", async () => {
    const told = vi.spyOn(console, "error").mockImplementation(() => undefined);
    const Bad = () => {
      throw new Error("No such limb.");
    };
    open("/", [{ path: "/", element: <Bad />, errorElement: <Broken /> }]);
    const said = await screen.findByRole("alert");
    expect(said.textContent).toContain("What you entered is kept");
    expect(said.textContent).toContain("No such limb.");
    expect(told).toHaveBeenCalled();
  });
});
