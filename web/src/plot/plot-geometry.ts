import { ticks } from "../words/numbers";

export type Curve = {
  x: { name: string; unit: string };
  y: { name: string; unit: string };
  series: { name: string; points: number[][] }[];
  marks: { name: string; x: number; y: number }[];
};

export const PLOT = { width: 560, height: 300, left: 58, right: 14, top: 30, bottom: 44 } as const;

/** Where everything of a plot stands: pure, so that it can be tested without a browser. */
export function plotGeometry(curve: Curve) {
  const xs = [
    ...curve.series.flatMap((one) => one.points.map((point) => point[0] ?? 0)),
    ...curve.marks.map((mark) => mark.x),
  ];
  const ys = [
    ...curve.series.flatMap((one) => one.points.map((point) => point[1] ?? 0)),
    ...curve.marks.map((mark) => mark.y),
  ];
  const x = extent(xs, 0);
  const y = extent(ys, 0.06);
  const across = (value: number) =>
    PLOT.left + ((value - x[0]) / (x[1] - x[0])) * (PLOT.width - PLOT.left - PLOT.right);
  const up = (value: number) =>
    PLOT.height - PLOT.bottom - ((value - y[0]) / (y[1] - y[0])) * (PLOT.height - PLOT.top - PLOT.bottom);
  return {
    across,
    up,
    xTicks: ticks(x[0], x[1], 6),
    yTicks: ticks(y[0], y[1], 5),
    paths: curve.series.map((one) => ({
      name: one.name,
      dots: one.points.length < 35,
      points: one.points.map((point) => ({ x: across(point[0] ?? 0), y: up(point[1] ?? 0) })),
      path: one.points
        .map((point, i) => `${i ? "L" : "M"}${round(across(point[0] ?? 0))} ${round(up(point[1] ?? 0))}`)
        .join(""),
    })),
    marks: curve.marks.map((mark) => ({ ...mark, at: { x: across(mark.x), y: up(mark.y) } })),
  };
}

/** Least and greatest, with a margin; never of no width. */
function extent(values: number[], margin: number): [number, number] {
  const known = values.filter(Number.isFinite);
  if (known.length === 0) return [0, 1];
  const low = Math.min(...known);
  const high = Math.max(...known);
  const span = high - low || Math.abs(high) || 1;
  return [low - span * margin, high + span * margin];
}

function round(value: number): number {
  return Math.round(value * 10) / 10;
}
