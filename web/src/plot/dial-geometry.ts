import { scaleLinear } from "d3-scale";

/** A dial from seven o'clock over the top to five o'clock. Angles in degrees from the top, clockwise. Pure. */
const SWEEP = 270;
const RANGE = { vacuum: [0, 30], pressure: [0, 15], tachometer: [0, 4000] } as const;

export function dialRange(gauge: keyof typeof RANGE | undefined, physical: number[] | undefined): [number, number] {
  const [low = 0, high = 1] = gauge ? RANGE[gauge] : (physical ?? [0, 1]);
  const [least = low, most = high] = physical ?? [low, high];
  return [Math.min(low, Math.max(least, low - (high - low))), Math.min(high, most)];
}

/** How far over its stops a needle may stand, of its sweep. */
const OVER = 0.03;

function scale(range: [number, number]) {
  const [low, high] = range;
  return scaleLinear()
    .domain([low, high === low ? low + 1 : high])
    .range([-SWEEP / 2, SWEEP / 2]);
}

export function angleOf(value: number, range: [number, number]): number {
  return clamped(scale(range)(value), SWEEP / 2 + OVER * SWEEP);
}

/** Round values to be written round the dial. */
export function dialTicks(range: [number, number]): number[] {
  return scale(range).ticks(8);
}

/** The value under a point, x and y from the middle of the dial, y down. */
export function valueAt(x: number, y: number, range: [number, number]): number {
  const angle = (Math.atan2(x, -y) * 180) / Math.PI;
  return scale(range).invert(clamped(angle, SWEEP / 2));
}

function clamped(value: number, most: number): number {
  return Math.min(Math.max(value, -most), most);
}
