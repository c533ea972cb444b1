/// <reference types="node" />
import { readFileSync, readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import type { Check } from "../api/types";
import { DRAWINGS, placeOf } from "./drawings";
import { BOX } from "./pieces";
import { blameByPart, plateAngle, risen } from "./suspicion";

const KNOWLEDGE = "../core/knowledge";
const read = (path: string) => readFileSync(`${KNOWLEDGE}/${path}`, "utf8");
const folder = (name: string) =>
  readdirSync(`${KNOWLEDGE}/${name}`)
    .filter((file) => file.endsWith(".yml"))
    .map((file) => read(`${name}/${file}`))
    .join("\n");
const families = [...read("families.yml").matchAll(/^ {2}- (?:\{)?id: ([a-z-]+)/gm)].map((match) => match[1] ?? "");
const features = new Set([...read("families.yml").matchAll(/^ {2}([a-z-]+): [A-Z]/gm)].map((match) => match[1]));
const circuits = new Set([...read("circuits.yml").matchAll(/- \{id: ([a-z-]+)/g)].map((match) => match[1]));
const parts = new Set([...folder("faults").matchAll(/part: ([^,]+),/g)].map((match) => match[1]));
const placed = [
  ...folder("checks").matchAll(/^- id: (\S+)(?:\n {2}.*)*?\n {2}place: \{act: (\w+), spots: \[(.*?)\]\}/gm),
].map(([, id, act, spots]) => ({ id, place: { act, spots: spots?.split(", ") ?? [] } as Check["place"] }));
// Drawn for the eye, without a fault of their own in the catalogue.
const SCENERY = new Set(["Throttle bore", "Heat door", "Jet needle", "Slide", "CV piston", "CV diaphragm"]);

describe("the sections", () => {
  it("are there for each of the eleven families", () => {
    expect(families).toHaveLength(11);
    expect(Object.keys(DRAWINGS).sort()).toEqual([...families].sort());
  });

  it.each(Object.entries(DRAWINGS))("%s names parts, circuits and features that the catalogue knows", (_, drawing) => {
    const named = [...drawing.pieces, ...drawing.plates, ...drawing.risers];
    expect(named.map((one) => one.circuit).filter((id) => !circuits.has(id))).toEqual([]);
    expect(named.map((one) => one.part).filter((part) => !parts.has(part) && !SCENERY.has(part))).toEqual([]);
    const needs = [...drawing.pieces, ...drawing.plates, ...drawing.flows].flatMap((one) => one.needs ?? []);
    expect(needs.filter((feature) => !features.has(feature))).toEqual([]);
  });

  it.each(Object.entries(DRAWINGS))("%s stays inside its box", (_, drawing) => {
    for (const spot of Object.values(drawing.spots)) {
      expect(spot.x).toBeGreaterThanOrEqual(0);
      expect(spot.x).toBeLessThanOrEqual(BOX.width);
      expect(spot.y).toBeGreaterThanOrEqual(0);
      expect(spot.y).toBeLessThanOrEqual(BOX.height);
    }
    for (const one of drawing.pieces) expect(one.d).toMatch(/^M[-\d. ]/);
  });

  it.each(Object.entries(DRAWINGS))("%s is a drawing of its own", (id, drawing) => {
    const others = Object.entries(DRAWINGS).filter(([other]) => other !== id);
    for (const [, other] of others) expect(JSON.stringify(other)).not.toEqual(JSON.stringify(drawing));
  });

  it("mark a place for most checks at the carburetor, and none for those away from it", () => {
    expect(placed.length).toBeGreaterThan(60);
    for (const family of families) {
      const drawing = DRAWINGS[family] ?? empty();
      expect(placed.filter((check) => placeOf(drawing, check)).length).toBeGreaterThan(20);
    }
    const carOne = DRAWINGS["car-one"] ?? empty();
    expect(placeOf(carOne, { place: null })).toBeNull();
    expect(placeOf(carOne, null)).toBeNull();
    expect(placeOf(carOne, placed.find((check) => check.id === "vent-finger") ?? null)?.act).toBe("finger");
  });

  it("have, in one family or another, every spot that the catalogue names", () => {
    const drawn = new Set(Object.values(DRAWINGS).flatMap((drawing) => Object.keys(drawing.spots)));
    expect(placed.flatMap((check) => check.place?.spots ?? []).filter((spot) => !drawn.has(spot))).toEqual([]);
  });
});

describe("suspicion on the section", () => {
  it("joins the faults of one part", () => {
    const blame = blameByPart([
      { part_name: "Pump cup", blame: 0.5 },
      { part_name: "Pump cup", blame: 0.5 },
      { part_name: "Float", blame: 0.1 },
    ]);
    expect(blame.get("Pump cup")).toBeCloseTo(0.75);
    expect(blame.get("Float")).toBeCloseTo(0.1);
  });

  it("opens the throttle in steps, the second barrel last, and shuts the choke on a cold engine", () => {
    const angles = ["idle", "tip-in", "cruise", "full"].map((opening) => plateAngle("throttle", opening, false));
    expect([...angles].sort((a, b) => a - b)).toEqual(angles);
    expect(plateAngle("second", "cruise", false)).toBeLessThan(10);
    expect(plateAngle("second", "full", false)).toBeGreaterThan(60);
    expect(plateAngle("choke", "idle", true)).toBeLessThan(20);
    expect(plateAngle("choke", "idle", false)).toBeGreaterThan(80);
    expect(risen("full")).toBe(1);
  });
});

function empty() {
  return { backdrop: [], pieces: [], flows: [], plates: [], risers: [], spots: {} };
}
