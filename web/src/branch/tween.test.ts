import { describe, expect, it } from "vitest";
import { between, eased, TWEEN_MS, type Shares } from "./tween";

const shares = (level: number, cup: number): Shares =>
  ({ circuits: [{ id: "level", blame: level }], faults: [{ id: "pump-cup", blame: cup }] }) as unknown as Shares;

describe("the branch between two states", () => {
  it("begins where it was, ends where it is, and goes straight there", () => {
    const before = shares(0.8, 0.1);
    const after = shares(0.2, 0.5);
    expect(between(before, after, 0).circuits[0]?.blame).toBe(0.8);
    expect(between(before, after, 0.5).faults[0]?.blame).toBeCloseTo(0.3);
    expect(between(before, after, 1)).toBe(after);
  });

  it("lets a limb that was not there stand at once", () => {
    expect(between({ circuits: [], faults: [] }, shares(0.4, 0.1), 0.2).circuits[0]?.blame).toBe(0.4);
  });

  it("takes no longer than 400 ms and slows at the end", () => {
    expect(TWEEN_MS).toBeLessThanOrEqual(400);
    expect(eased(0)).toBe(0);
    expect(eased(1)).toBe(1);
    expect(eased(0.5)).toBeGreaterThan(0.5);
  });
});
