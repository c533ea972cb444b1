/** What a job can wait for, in words. */
export const WAIT = {
  soaking: "Soaking",
  cooling: "Cooling",
  parts: "Waiting for parts",
  owner: "With the owner",
} as const;

const IN_WORDS = new Intl.RelativeTimeFormat("en");
/** The coarsest unit that still says how long: below how many minutes, its name, its minutes. */
const UNITS = [
  [1, "second", 1 / 60],
  [120, "minute", 1],
  [48 * 60, "hour", 60],
  [Infinity, "day", 1440],
] as const;

/** "Soaking, ready in 12 minutes", "Cooling, ready 4 minutes ago", "Waiting for parts". Pure: now in ms. */
export function waitWords(waiting: { for: keyof typeof WAIT; until: string | null }, now: number): string {
  const what = WAIT[waiting.for];
  return waiting.until ? `${what}, ready ${relative((Date.parse(waiting.until) - now) / 60_000)}` : what;
}

function relative(minutes: number): string {
  const [, unit, size] = UNITS.find(([most]) => Math.abs(minutes) < most) ?? UNITS[3];
  return IN_WORDS.format(Math.round(minutes / size), unit);
}
