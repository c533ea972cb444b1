import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import type { Curve } from "../api/types";

export const PLOT = { width: 560, height: 300, left: 58, right: 14, top: 30, bottom: 44 } as const;

/** A curve of few points is drawn as dots, since it was measured point by point. */
const DOTTED = 35;
/** Room above and below, of the height. */
const MARGIN = 0.06;

/** Where everything of a plot stands: pure, so that it can be tested without a browser. */
export function plotGeometry(curve: Curve) {
  const points = curve.series.flatMap((one) => one.points);
  const across = scaleLinear()
    .domain(extent([...points.map((point) => point[0]), ...curve.marks.map((mark) => mark.x)], 0))
    .range([PLOT.left, PLOT.width - PLOT.right]);
  const up = scaleLinear()
    .domain(extent([...points.map((point) => point[1]), ...curve.marks.map((mark) => mark.y)], MARGIN))
    .range([PLOT.height - PLOT.bottom, PLOT.top]);
  const place = ([x = 0, y = 0]: number[]) => ({ x: across(x), y: up(y) });
  const draw = line<{ x: number; y: number }>(
    (point) => point.x,
    (point) => point.y,
  ).digits(1);
  return {
    across,
    up,
    xTicks: across.ticks(6),
    yTicks: up.ticks(5),
    paths: curve.series.map((one) => {
      const placed = one.points.map(place);
      return { name: one.name, dots: placed.length < DOTTED, points: placed, path: draw(placed) ?? "" };
    }),
    marks: curve.marks.map((mark) => ({ ...mark, at: place([mark.x, mark.y]) })),
  };
}

/** Least and greatest, with a margin; never of no width. */
function extent(values: (number | undefined)[], margin: number): [number, number] {
  const known = values.filter((value): value is number => Number.isFinite(value));
  if (known.length === 0) return [0, 1];
  const low = Math.min(...known);
  const high = Math.max(...known);
  const span = high - low || Math.abs(high) || 1;
  return [low - span * margin, high === low && margin === 0 ? low + span : high + span * margin];
}
