import { ticks } from "../words/numbers";

export const STRIP = { width: 900, height: 120, left: 64, right: 10, top: 10, bottom: 10 } as const;

/** One channel over time as a band between least and greatest, in view from one second to another. Pure. */
export function stripGeometry(points: number[][], [from, to]: [number, number]) {
  const seen = points.filter((point) => (point[0] ?? 0) >= from && (point[0] ?? 0) <= to);
  const low = Math.min(...seen.map((point) => point[1] ?? 0));
  const high = Math.max(...seen.map((point) => point[2] ?? 0));
  const span = high - low || 1;
  const across = (time: number) =>
    STRIP.left + ((time - from) / (to - from || 1)) * (STRIP.width - STRIP.left - STRIP.right);
  const up = (value: number) =>
    STRIP.height - STRIP.bottom - ((value - low) / span) * (STRIP.height - STRIP.top - STRIP.bottom);
  const top = seen.map((point) => `${across(point[0] ?? 0).toFixed(1)} ${up(point[2] ?? 0).toFixed(1)}`);
  const floor = seen
    .map((point) => `${across(point[0] ?? 0).toFixed(1)} ${(up(point[1] ?? 0) + 1).toFixed(1)}`)
    .reverse();
  return {
    across,
    up,
    band: seen.length > 0 ? `M${[...top, ...floor].join("L")}Z` : "",
    ticks: Number.isFinite(low) ? ticks(low, high, 3) : [],
  };
}
