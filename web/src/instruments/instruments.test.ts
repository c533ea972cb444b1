import { describe, expect, it } from "vitest";
import { angleOf, dialRange, valueAt } from "../plot/dial-geometry";
import { bell, SCALE_WIDTH, scaleOf } from "../plot/scale-geometry";
import { elapsedOf } from "./stopwatch";
import {
  dropsData,
  needleData,
  numberData,
  segmentsData,
  shotData,
  sweepData,
  timesData,
  timingsData,
} from "./to-reading";
import { fraction } from "./turn-counter";

const number = { text: "", unit: "psi", resolution: "", accuracy: "", altitude: "", repeats: [] as number[] };

describe("what was taken down", () => {
  it("is one number, or repeats of it, with what the instrument can tell", () => {
    expect(numberData(number)).toBeNull();
    expect(numberData({ ...number, text: "8,5" })).toEqual({ value: 8.5, unit: "psi" });
    expect(numberData({ ...number, text: "8.5", repeats: [8.4], resolution: "0.5" })).toEqual({
      repeats: [8.4, 8.5],
      unit: "psi",
      resolution: 0.5,
    });
    expect(numberData({ ...number, text: "8.5", accuracy: "0.3" })).toEqual({ value: 8.5, unit: "psi", accuracy: 0.3 });
    expect(numberData({ ...number, repeats: [8.4] })).toEqual({ value: 8.4, unit: "psi" });
    expect(numberData({ ...number, text: "much", repeats: [8.4] })).toBeNull();
    expect(numberData({ ...number, text: "18", unit: "inHg", altitude: "900" })).toMatchObject({ altitude: 900 });
  });

  it("waits until there is enough", () => {
    expect(timingsData({ reference: [6], part: [] })).toBeNull();
    expect(timingsData({ reference: [6], part: [5.4] })).toEqual({ inputs: { reference: [6], part: [5.4] } });
    expect(shotData({ one: [8], other: [], strokes: "ten", late: "" })).toBeNull();
    expect(shotData({ one: [8], other: [7], strokes: "10", late: "9" })).toEqual({
      inputs: { one: [8], other: [7], strokes: 10, late: 9 },
    });
    expect(sweepData({ found: "1.5", reads: "speed", steps: [{ turns: 1, value: 700 }] })).toBeNull();
    expect(dropsData({ drops: 0, seconds: 0 })).toBeNull();
    expect(dropsData({ drops: 0, seconds: 30 })).toEqual({ inputs: { drops: 0, seconds: 30 } });
    expect(timesData([])).toBeNull();
    expect(timesData([4, 5])).toEqual({ repeats: [4, 5], unit: "s" });
    expect(needleData({ value: null, record: null }, "inHg")).toBeNull();
    expect(needleData({ value: 18, record: null }, "inHg")).toEqual({ value: 18, unit: "inHg" });
    expect(needleData({ value: 18, record: { values: [18, 17], interval: 0.025 } }, "inHg")).toEqual({
      inputs: { values: [18, 17], interval: 0.025 },
    });
  });

  it("keeps the points of a line in the order of flow and leaves out those not timed", () => {
    const points = ["at-tank-outlet", "after-tap", "after-filter"];
    const state = { volume: "100", demand: "", times: { "after-filter": 30, "at-tank-outlet": 12 } };
    expect(segmentsData(state, points)).toEqual({
      inputs: { volume: 100, times: [12, 30], points: ["at-tank-outlet", "after-filter"] },
    });
    expect(segmentsData({ ...state, times: { "after-tap": 4 } }, points)?.inputs?.points).toEqual(["after-tap"]);
    expect(segmentsData({ ...state, times: {} }, points)).toBeNull();
  });
});

describe("the scale of limits", () => {
  it("holds cuts and reading with room on both sides, the zones side by side", () => {
    const scale = scaleOf(8.4, 0.2, [2.5, 7], ["low", "in-range", "high"], [0, 30]);
    expect(scale.zones.map((zone) => zone.word)).toEqual(["low", "in-range", "high"]);
    scale.zones.slice(1).forEach((zone, i) => expect(zone.from).toBeCloseTo(scale.zones[i]?.to ?? -1));
    expect(scale.at(8.4)).toBeGreaterThan(scale.at(7));
    expect(scale.at(8.4)).toBeLessThan(SCALE_WIDTH);
    expect(scale.range[0]).toBeGreaterThanOrEqual(0);
  });

  it("stands even with one cut and no uncertainty", () => {
    const scale = scaleOf(4, 0, [4], ["too-small", "ample"]);
    expect(scale.at(4)).toBeGreaterThan(0);
    expect(bell(4, 0, scale.at, 40, 30)).toBe("");
    expect(bell(4, 0.1, scale.at, 40, 30)).toMatch(/^M/);
  });
});

describe("the dial", () => {
  it("points where it was touched", () => {
    const range: [number, number] = [0, 30];
    for (const value of [0, 3, 15, 22, 30]) {
      const angle = (angleOf(value, range) * Math.PI) / 180;
      expect(valueAt(Math.sin(angle) * 80, -Math.cos(angle) * 80, range)).toBeCloseTo(value);
    }
  });

  it("never turns past its stops", () => {
    expect(valueAt(1, 100, [0, 30])).toBe(30);
    expect(valueAt(-1, 100, [0, 30])).toBe(0);
    expect(angleOf(400, [0, 30])).toBeLessThan(150);
  });

  it("has the range of its gauge, wide enough for what can be", () => {
    expect(dialRange("vacuum", [0, 30])).toEqual([0, 30]);
    expect(dialRange("tachometer", [-200, 600])).toEqual([-200, 600]);
    expect(dialRange(undefined, [0, 5])).toEqual([0, 5]);
  });
});

it("counts turns in eighths as they are said", () => {
  expect([0, 1, 4, 8, 13, 20].map(fraction)).toEqual(["0 turns", "⅛ turn", "½ turn", "1 turn", "1⅝ turns", "2½ turns"]);
});

it("runs on over a reload, by the clock", () => {
  expect(elapsedOf({ startedAt: 10_000, held: 0 }, 12_500)).toBe(2.5);
  expect(elapsedOf({ startedAt: null, held: 6.02 }, 99_000)).toBe(6.02);
});
