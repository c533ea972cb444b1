import { describe, expect, it } from "vitest";
import type { MixturePoint } from "../api/types";
import { hole } from "../testing/samples";
import { mixtureCsv } from "./mixture-export";
import { mixtureGeometry, nearest, part, WIDE } from "./mixture-geometry";
import { differences, sliderOf, typedOver } from "./sizes";
import { measuredOf } from "./tailpipe";

const point = (opening: number, lambda: number | null, fuel: Partial<MixturePoint["fuel"]>): MixturePoint => ({
  opening,
  rpm: 1000,
  vacuum: 15,
  air: 5,
  lambda,
  fuel: { idle: 0, transition: 0, main: 0, power: 0, second: 0, ...fuel },
  signal: 0.2,
  uncovered: 0.3,
  second: 0,
});
const points = [
  point(0, 0.9, { idle: 0.3, transition: 0.1 }),
  point(0.5, 1, { main: 1 }),
  point(1, 0.85, { main: 3, power: 1 }),
];

describe("the picture of a mixture", () => {
  const drawn = mixtureGeometry(WIDE, points, [], [[0.5, 1.3]]);

  it("has idle on the left, full on the right, and lean above rich", () => {
    expect(drawn.across(0)).toBe(WIDE.left);
    expect(drawn.across(100)).toBe(WIDE.width - WIDE.right);
    expect(drawn.up(1.2)).toBeLessThan(drawn.up(0.8));
    expect(drawn.up(1.3)).toBeGreaterThan(WIDE.top);
    expect(drawn.measured[0]?.x).toBe(drawn.across(50));
  });

  it("lays the circuits on one another to the whole, and names those with room for it", () => {
    expect(part(points[0] ?? point(0, 1, {}), "transition")).toBeCloseTo(0.25);
    expect(part(point(0, null, {}), "main")).toBe(0);
    expect(drawn.layers.map((layer) => layer.circuit)).toEqual(["idle", "transition", "main", "power", "second"]);
    expect(drawn.layers.find((layer) => layer.circuit === "main")?.name).toMatchObject({ x: drawn.across(50) });
    expect(drawn.layers.find((layer) => layer.circuit === "second")?.name).toBeNull();
  });

  it("breaks off where there is no fuel, and finds the point one looks at", () => {
    const dry = mixtureGeometry(
      WIDE,
      [...points.slice(0, 2), point(0.8, null, {}), point(1, 0.9, { main: 1 })],
      [],
      [],
    );
    expect(dry.curve.match(/M/g)).toHaveLength(2);
    expect(nearest(points, 60)?.opening).toBe(0.5);
    expect(nearest([], 60)).toBeNull();
  });
});

describe("sizes", () => {
  it("stand as given until others are typed", () => {
    const given = { main_jet: { value: 1.2999999999, unit: "mm", says: "Card" } };
    expect(typedOver(given, {}).main_jet).toEqual({ text: "1.3", unit: "mm" });
    expect(typedOver(given, { main_jet: { text: "1.5" } }).main_jet).toEqual({ text: "1.5" });
  });

  it("have a slider about where they stand, within what can be", () => {
    expect(sliderOf(hole({}), 1.4)).toEqual({ min: 0.28, max: 2.52, step: 0.01 });
    expect(sliderOf(hole({ min: -3, max: 3, step: 0.1 }), 0)).toEqual({ min: -1.5, max: 1.5, step: 0.1 });
    expect(sliderOf(hole({}), null)).toBeNull();
  });

  it("tell two sheets apart in words", () => {
    const sits = hole({
      id: "on",
      name: "Sits",
      choices: { port: "In the port", air: "In the bleed" },
      default: "port",
    });
    expect(differences([hole({}), sits], {}, { main_jet: { text: "1,30" }, on: { text: "air" } })).toEqual([
      "Main jet: 1.4 mm → 1.3 mm",
      "Sits: In the port → In the bleed",
    ]);
    expect(differences([hole({})], {}, { main_jet: { text: "1.40" } })).toEqual([]);
  });
});

it("takes only readings that are whole", () => {
  const row = { by: "vacuum" as const, at: "19", rpm: "750", lambda: "0,95" };
  expect(measuredOf([row, { ...row, lambda: "" }])).toEqual([{ by: "vacuum", at: 19, rpm: 750, lambda: 0.95 }]);
});

it("is a table with its units for a spreadsheet", () => {
  const [head, first] = mixtureCsv(points).split("\r\n");
  expect(head).toContain("throttle (%),speed (rpm),vacuum (inHg),air (g/s),lambda,idle fuel (g/s)");
  expect(first).toBe("0,1000,15,5,0.9,0.3,0.1,0,0,0,0.2,0.3,0");
});
