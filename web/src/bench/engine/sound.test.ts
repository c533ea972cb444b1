import { describe, expect, it } from "vitest";
import type { EngineReading } from "../../api/types";
import { heard } from "./sound";

const RATE = 8000;
const reading = (part: Partial<EngineReading>): EngineReading => ({
  time: 0,
  rpm: 3000,
  vacuum: 10,
  pressure: 67,
  lambda: 0.9,
  opened: 0.5,
  warmth: 85,
  running: true,
  filled: 1,
  fired: 4,
  missed: 0,
  flows: {},
  ...part,
});

/** Not random, but it wanders. */
function chances() {
  let at = 1;
  return () => (at = (at * 16_807) % 2_147_483_647) / 2_147_483_647;
}
const sound = (part: Partial<EngineReading>) => heard(reading(part), RATE, chances());
const power = (list: Float32Array) => list.reduce((sum, one) => sum + one * one, 0);

/** Beats: stretches of sound with silence before. */
function beats(list: Float32Array) {
  const loud = Array.from({ length: 10 }, (_, i) => power(list.slice(i * 80, i * 80 + 80)) > 0.1);
  return loud.filter((one, i) => one && !loud[i - 1]).length;
}

describe("the engine as it is heard", () => {
  it("beats once for each stroke that burned, a tenth of a second long, and never over full", () => {
    expect(sound({}).length).toBe(800);
    expect(beats(sound({ fired: 2 }))).toBe(2);
    expect(beats(sound({ fired: 1, missed: 1 }))).toBe(1);
    expect(Math.max(...sound({ fired: 20, opened: 1 }).map(Math.abs))).toBeLessThanOrEqual(1);
  });

  it("is silent where nothing burns, and louder with the throttle open", () => {
    expect(power(sound({ fired: 0, missed: 0 }))).toBe(0);
    expect(power(sound({ fired: 0, missed: 4 }))).toBe(0);
    expect(power(sound({ opened: 1 }))).toBeGreaterThan(2 * power(sound({ opened: 0 })));
  });

  it("fades before the tenth ends, so that nothing clicks", () => {
    for (const fired of [1, 3, 7]) expect(Math.abs(sound({ fired }).at(-1) ?? 1)).toBeLessThan(0.02);
  });
});
