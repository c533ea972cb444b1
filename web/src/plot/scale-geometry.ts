import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";

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
  const at = scaleLinear()
    .domain([from, to === from ? from + 1 : to])
    .range([MARGIN, SCALE_WIDTH - MARGIN]);
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
  const z = Array.from({ length: 61 }, (_, i) => (i - 30) / 10);
  const draw = line<number>(
    (one) => at(value + one * uncertainty),
    (one) => floor - height * Math.exp((-one * one) / 2),
  ).digits(1);
  return draw(z) ?? "";
}
