/** Limits drawn to scale: zones between cuts, and where the reading lies with its uncertainty. Pure. */
export type Scale = {
  zones: { word: string; from: number; to: number }[];
  at: (value: number) => number;
  range: [number, number];
};

export const SCALE_WIDTH = 600;
const MARGIN = 12;

/** words: one more than cuts; physical: what can be at all. */
export function scaleOf(
  value: number,
  uncertainty: number,
  cuts: number[],
  words: string[],
  physical?: number[] | null,
): Scale {
  const low = Math.min(...cuts, value - 3 * uncertainty);
  const high = Math.max(...cuts, value + 3 * uncertainty);
  const first = cuts[0] ?? 0;
  const last = cuts[cuts.length - 1] ?? first;
  const span = Math.max(high - low, (last - first) * 1.2, Math.abs(last) * 0.25, 1e-9);
  const from = Math.max(low - span * 0.25, physical?.[0] ?? -Infinity);
  const to = Math.min(high + span * 0.25, physical?.[1] ?? Infinity);
  const at = (one: number) => MARGIN + ((one - from) / (to - from || 1)) * (SCALE_WIDTH - 2 * MARGIN);
  const edges = [from, ...cuts, to];
  const zones = words.map((word, i) => ({ word, from: at(edges[i] ?? from), to: at(edges[i + 1] ?? to) }));
  return { zones, at, range: [from, to] };
}

/** The bell over the reading, as an SVG path standing on a line. */
export function bell(
  value: number,
  uncertainty: number,
  at: (value: number) => number,
  floor: number,
  height: number,
): string {
  if (!(uncertainty > 0)) return "";
  const points: string[] = [];
  for (let i = -30; i <= 30; i++) {
    const z = i / 10;
    points.push(`${at(value + z * uncertainty).toFixed(1)} ${(floor - height * Math.exp((-z * z) / 2)).toFixed(1)}`);
  }
  return `M${points.join("L")}`;
}
