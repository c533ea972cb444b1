import { describe, expect, it } from "vitest";
import type { LogEvent } from "../api/types";
import { evidenceEntry } from "./evidence";
import { STRIP, stripGeometry } from "../plot/strip-geometry";

const points = Array.from({ length: 100 }, (_, i) => [i, 800 + i, 810 + i]);

describe("a strip of a log", () => {
  it("shows the part in view over its whole width", () => {
    const drawn = stripGeometry(points, [10, 20]);
    expect(drawn.across(10)).toBe(STRIP.left);
    expect(drawn.across(20)).toBe(STRIP.width - STRIP.right);
    expect(drawn.up(820)).toBeLessThan(drawn.up(810));
    expect(drawn.band).toMatch(/^M.*Z$/);
  });

  it("is empty where nothing was logged", () => {
    expect(stripGeometry(points, [500, 600])).toMatchObject({ band: "", ticks: [] });
  });
});

describe("a finding of a log as evidence", () => {
  const event = { kind: "fade", from: 1, to: 2, strength: 0.2, says: "It falls.", evidence: {} } as LogEvent;

  it("is an observation or the outcome of a check, with where it comes from", () => {
    expect(
      evidenceEntry({ ...event, evidence: { symptom: "hesitation", when: ["throttle-opens"] } }, "road.csv"),
    ).toMatchObject({
      kind: "symptom",
      data: {
        symptom: "hesitation",
        seen: "present",
        when: ["throttle-opens"],
        logged: { log: "road.csv", from: 1, to: 2 },
        text: "From the data log road.csv, 1.0 to 2.0 s. It falls.",
      },
    });
    expect(
      evidenceEntry({ ...event, evidence: { check: "load-hold", outcomes: ["fades"] } }, "road.csv"),
    ).toMatchObject({
      kind: "check",
      data: { check: "load-hold", outcomes: ["fades"] },
    });
  });
});
