import { scaleLinear } from "d3-scale";
import { area, line, stack } from "d3-shape";
import type { MixturePoint } from "../api/types";

/** The drawing: above lambda against the throttle, below what each circuit gives of the fuel, both over one another. */
export const WIDE = { width: 620, height: 452, left: 52, right: 12, top: 28, split: 268, gap: 34, bottom: 44 };
/** On a phone, where it stays in sight above the fields. */
export const NARROW: Field = { width: 400, height: 300, left: 34, right: 8, top: 24, split: 170, gap: 28, bottom: 38 };
export type Field = typeof WIDE;

/** From below upwards, as they come in. */
export const CIRCUITS = ["idle", "transition", "main", "power", "second"] as const;
export type Circuit = (typeof CIRCUITS)[number];

/** Lambda that is always in the picture. */
const USUAL: [number, number] = [0.7, 1.2];
/** A name is written where its circuit has this much of the fuel. */
const ROOM = 0.14;

/** Where everything stands: pure. beside: another curve to compare with; measured: [share of the throttle, lambda] */
export function mixtureGeometry(
  field: Field,
  points: MixturePoint[],
  beside: MixturePoint[],
  measured: [number, number][],
) {
  const across = scaleLinear()
    .domain([0, 100])
    .range([field.left, field.width - field.right]);
  const mixtures = [...points, ...beside]
    .map((point) => point.lambda)
    .filter((one): one is number => one !== null && one < 2)
    .concat(measured.map(([, lambda]) => lambda));
  const up = scaleLinear()
    .domain([Math.min(USUAL[0], ...mixtures) - 0.03, Math.max(USUAL[1], ...mixtures) + 0.03])
    .range([field.split, field.top]);
  const share = scaleLinear()
    .domain([0, 1])
    .range([field.height - field.bottom, field.split + field.gap]);
  const draw = line<MixturePoint>(
    (point) => across(point.opening * 100),
    (point) => up(point.lambda ?? 0),
  )
    .defined((point) => point.lambda !== null && point.lambda < 2.5)
    .digits(1);
  const layers = stack<MixturePoint, Circuit>()
    .keys(CIRCUITS)
    .value((point, circuit) => part(point, circuit))(points);
  const fill = area(
    (_, i) => across((points[i]?.opening ?? 0) * 100),
    ([low]) => share(low),
    ([, high]) => share(high),
  ).digits(1);
  return {
    across,
    up,
    share,
    curve: draw(points) ?? "",
    other: draw(beside) ?? "",
    layers: layers.map((layer) => ({
      circuit: layer.key,
      path: fill(layer as unknown as [number, number][]) ?? "",
      name: placed(layer as unknown as [number, number][], points, across, share),
    })),
    measured: measured.map(([opening, lambda]) => ({ x: across(opening * 100), y: up(lambda) })),
  };
}

/** What a circuit gives of all fuel at a point. */
export function part(point: MixturePoint, circuit: Circuit): number {
  const whole = CIRCUITS.reduce((sum, one) => sum + point.fuel[one], 0);
  return whole > 0 ? point.fuel[circuit] / whole : 0;
}

/** Where the name of a layer fits, or null: in its thickest place, away from the edges. */
function placed(
  layer: [number, number][],
  points: MixturePoint[],
  across: (value: number) => number,
  share: (value: number) => number,
) {
  const inner = layer
    .map(([low, high], i) => ({ low, high, opening: (points[i]?.opening ?? 0) * 100 }))
    .filter((one) => one.opening > 8 && one.opening < 90);
  const thick = inner.reduce<(typeof inner)[number] | null>(
    (best, one) => (best === null || one.high - one.low > best.high - best.low ? one : best),
    null,
  );
  if (!thick || thick.high - thick.low < ROOM) return null;
  return { x: across(thick.opening), y: share((thick.low + thick.high) / 2) };
}

/** The point nearest to a throttle position, 0 to 100. */
export function nearest(points: MixturePoint[], opening: number): MixturePoint | null {
  return points.reduce<MixturePoint | null>(
    (best, point) =>
      best === null || Math.abs(point.opening * 100 - opening) < Math.abs(best.opening * 100 - opening) ? point : best,
    null,
  );
}
