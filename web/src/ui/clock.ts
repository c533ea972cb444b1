declare global {
  interface Window {
    /** Put in place by a test before the page starts, so that it can step the time; nothing else sets it. */
    upperBranchClock?: { now: () => number };
  }
}

/** The page's time in ms since 1970: one place for all of it. */
export const clock = { now: (): number => window.upperBranchClock?.now() ?? Date.now() };

/** The day by the person's own calendar, not by Greenwich: "2026-03-01". */
export function today(now = clock.now()): string {
  const day = new Date(now);
  return [day.getFullYear(), day.getMonth() + 1, day.getDate()].map((part) => String(part).padStart(2, "0")).join("-");
}
