import { describe, expect, it } from "vitest";
import { angleRunning, livelyRunning, ridingAt, risenRunning, type Running } from "./running";

const engine = (more: Partial<Running> = {}): Running => ({
  opened: 0,
  choke: 0,
  turning: true,
  filled: 1,
  flows: { idle: 700, transition: 300, main: 2 },
  ...more,
});

describe("the section as an engine runs", () => {
  it("moves each circuit by its part of the fuel", () => {
    const lively = (circuit: string) => livelyRunning(engine(), circuit);
    expect(["idle", "transition", "main", "power", "pump"].map(lively)).toEqual([3, 2, 0, 0, 0]);
    expect(livelyRunning(engine({ flows: { main: 9, second: 1 } }), "needle")).toBe(3);
    expect(livelyRunning(engine({ flows: { main: 9, second: 1 } }), "secondary")).toBe(2);
  });

  it("moves air and supply with the throttle, and nothing in an engine that stands", () => {
    expect([0, 0.4, 0.9].map((opened) => livelyRunning(engine({ opened }), "vent"))).toEqual([1, 2, 3]);
    const stands = engine({ turning: false, flows: {} });
    expect(["idle", "main", "supply", "air"].map((circuit) => livelyRunning(stands, circuit))).toEqual([0, 0, 0, 0]);
    expect(livelyRunning(engine(), "shutdown")).toBe(0);
  });

  it("turns its plates and lifts its slide", () => {
    expect(angleRunning("throttle", engine())).toBe(7);
    expect(angleRunning("throttle", engine({ opened: 1 }))).toBe(84);
    expect(angleRunning("choke", engine({ choke: 1 }))).toBe(12);
    expect([{ main: 1 }, { second: 1 }].map((flows) => angleRunning("second", engine({ flows })))).toEqual([3, 80]);
    expect([0, 1].map((opened) => risenRunning(engine({ opened })))).toEqual([0.06, 1]);
  });

  it("moves the fuel in the bowl and what floats on it, which drops only so far", () => {
    const fuel = { on: "is", top: 100, bottom: 180 } as const;
    const float = { on: "floats", top: 100, bottom: 180 } as const;
    expect(ridingAt(undefined, 0.5)).toBeUndefined();
    expect([fuel, float].map((one) => ridingAt(one, 1))).toEqual([
      "translate(0 0.0) scale(1 1.000)",
      "translate(0 0.0)",
    ]);
    expect([fuel, float].map((one) => ridingAt(one, 0.5))).toEqual([
      "translate(0 90.0) scale(1 0.500)",
      "translate(0 36.0)",
    ]);
    const arm = { on: "hangs", top: 100, bottom: 180, x: 20, y: 80, reach: 60 } as const;
    expect([1, 0.75].map((filled) => ridingAt(arm, filled))).toEqual(["rotate(0.0 20 80)", "rotate(15.3 20 80)"]);
    expect(ridingAt(float, -1)).toBe("translate(0 36.0)");
    expect(ridingAt(float, 1.1)).toBe("translate(0 -8.0)");
  });
});
