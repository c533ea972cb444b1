/** A dial from seven o'clock over the top to five o'clock. Angles in degrees from the top, clockwise. Pure. */
const SWEEP = 270;
const RANGE = { vacuum: [0, 30], pressure: [0, 15], tachometer: [0, 4000] } as const;

export function dialRange(gauge: keyof typeof RANGE | undefined, physical: number[] | undefined): [number, number] {
  const [low = 0, high = 1] = gauge ? RANGE[gauge] : (physical ?? [0, 1]);
  const [least = low, most = high] = physical ?? [low, high];
  return [Math.min(low, Math.max(least, low - (high - low))), Math.min(high, most)];
}

export function angleOf(value: number, [low, high]: [number, number]): number {
  const share = (value - low) / (high - low || 1);
  return Math.min(Math.max(share, -0.03), 1.03) * SWEEP - SWEEP / 2;
}

/** The value under a point, x and y from the middle of the dial, y down. */
export function valueAt(x: number, y: number, [low, high]: [number, number]): number {
  const angle = (Math.atan2(x, -y) * 180) / Math.PI;
  const share = (Math.min(Math.max(angle, -SWEEP / 2), SWEEP / 2) + SWEEP / 2) / SWEEP;
  return low + share * (high - low);
}
