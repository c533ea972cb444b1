// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { listen } from "./listen";

Object.assign(globalThis, { EventSource: { CLOSED: 2, OPEN: 1 } });

/** A line in the hand of the test. */
function line() {
  const heard = new Map<string, (event: Event) => void>();
  return {
    readyState: 1,
    closed: false,
    onerror: null as ((event: Event) => void) | null,
    addEventListener: (name: string, act: (event: Event) => void) => void heard.set(name, act),
    close() {
      this.closed = true;
    },
    tell: (name: string, data: unknown) => heard.get(name)?.({ data: JSON.stringify(data) } as unknown as Event),
  };
}

describe("a line to the server", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  const opened = () => {
    const lines: ReturnType<typeof line>[] = [];
    const news = { job: vi.fn(), looking: vi.fn(), again: vi.fn() };
    const open = vi.fn(() => {
      const next = line();
      lines.push(next);
      return next as unknown as EventSource;
    });
    return { lines, news, open, close: listen("/live", news, open) };
  };

  it("passes on what is told", () => {
    const { lines, news } = opened();
    lines[0]?.tell("job", { job: "a", version: 3, by: "Ines" });
    lines[0]?.tell("looking", { names: ["Jo"] });
    lines[0]?.tell("again", {});
    expect(news.job).toHaveBeenCalledWith({ job: "a", version: 3, by: "Ines" });
    expect(news.looking).toHaveBeenCalledWith(["Jo"]);
    expect(news.again).toHaveBeenCalledOnce();
  });

  it("that broke is left to the browser, one that was refused is asked for again", () => {
    const { lines, news, open } = opened();
    lines[0]?.onerror?.(new Event("error"));
    expect(news.looking).toHaveBeenCalledWith([]);
    vi.advanceTimersByTime(60_000);
    expect(open).toHaveBeenCalledTimes(1);
    if (lines[0]) lines[0].readyState = 2;
    lines[0]?.onerror?.(new Event("error"));
    vi.advanceTimersByTime(14_000);
    expect(open).toHaveBeenCalledTimes(1);
    vi.advanceTimersByTime(2000);
    expect(open).toHaveBeenCalledTimes(2);
  });

  it("is closed when it is let go, and not asked for again", () => {
    const { lines, open, close } = opened();
    if (lines[0]) lines[0].readyState = 2;
    lines[0]?.onerror?.(new Event("error"));
    close();
    vi.advanceTimersByTime(60_000);
    expect(lines[0]?.closed).toBe(true);
    expect(open).toHaveBeenCalledTimes(1);
  });
});
