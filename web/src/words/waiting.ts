/** What a job can wait for, in words. */
export const WAIT = { soaking: "Soaking", cooling: "Cooling", parts: "Waiting for parts" } as const;

/** "12 min left", "3 h left", "since 4 min"; nothing without a time. Pure: now in ms. */
export function untilWords(until: string | null | undefined, now: number): string {
  if (!until) return "";
  const minutes = (Date.parse(until) - now) / 60_000;
  if (minutes <= 0) return `ready since ${span(-minutes)}`;
  return `${span(minutes)} left`;
}

function span(minutes: number): string {
  if (minutes < 1) return `${Math.max(1, Math.round(minutes * 60))} s`;
  if (minutes < 120) return `${Math.round(minutes)} min`;
  if (minutes < 48 * 60) return `${Math.round(minutes / 60)} h`;
  return `${Math.round(minutes / 1440)} days`;
}
