import { describe, expect, it } from "vitest";
import { angleRunning, livelyRunning, risenRunning, type Running } from "./running";

const engine = (more: Partial<Running> = {}): Running => ({
  opened: 0,
  choke: 0,
  turning: true,
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
});
