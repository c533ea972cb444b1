import { describe, expect, it } from "vitest";
import { entry } from "../api/entries";
import { catalogue, check } from "../testing/samples";
import { correctable, entryWords } from "./entries";

const words = catalogue({
  checks: [check()],
  symptoms: [{ id: "hesitation", name: "Hesitates" }],
  faults: [{ id: "pump-cup", name: "Pump cup hard" }],
  hazards: [{ id: "fuel-vapor", name: "Fuel vapor" }],
});

describe("an entry in words", () => {
  it.each([
    [entry("check", { check: "fuel-pressure", outcomes: ["high"] }), "Fuel pressure at the inlet: High"],
    [
      entry("check", { check: "fuel-pressure", reading: { value: 4, unit: "psi" } }),
      "Fuel pressure at the inlet: 4 psi",
    ],
    [entry("check", { check: "fuel-pressure", reading: { repeats: [4, 5] } }), "Fuel pressure at the inlet: 4, 5"],
    [entry("check", { check: "gone", reading: { inputs: {} } }), "gone: a reading"],
    [entry("symptom", { symptom: "hesitation", seen: "absent" }), "Not seen: Hesitates"],
    [entry("repair", { repair: "pump-cup" }), "Repaired: Pump cup hard"],
    [entry("state", { engine: "warm", carburetor: "on" }), "Now warm, carburetor on"],
    [entry("caution", { hazard: "fuel-vapor" }), "Caution read: Fuel vapor"],
    [entry("close", { as: "proven" }), "Closed as proven"],
    [entry("wait", { for: "parts" }), "Put aside: parts"],
    [entry("note", { text: "Blue can" }), "Blue can"],
    [entry("strike", { entry: "1" }), "An entry struck out"],
    [entry("put_back", { check: "fuel-pressure" }), "Back on: Fuel pressure at the inlet"],
    [
      entry("passed_over", { check: "fuel-pressure", reason: "riveted" }),
      "Could not be done: Fuel pressure at the inlet - riveted",
    ],
    [entry("removed", { part: "lid", name: "Lid" }), "Off: Lid"],
    [entry("removed", { part: "lid" }), "Off: lid"],
    [entry("refitted", { entry: "1" }), "A part back on"],
    [entry("task", { task: "tap-off" }), "A task of the plan done"],
    [entry("task", { task: "tap-off", left: "sold" }), "Left out: sold"],
    [entry("limits", { card: { id: "c", name: "Press" }, limits: {} }), "Limits by the spec card Press"],
    [entry("limits", { limits: {} }), "Limits of this job"],
    [entry("machine", { family: "car-one", name: "Press" }), "The machine: Press"],
    [entry("trial", { setting: "jet", from: 110, to: 113, result: "better" }), "jet from 110 to 113: better"],
    [
      entry("trial", { setting: "jet", from: 110, to: 113, result: "same", place: "2-left" }),
      "jet (2 left) from 110 to 113: same",
    ],
    [entry("trial", { setting: "jet", from: 110, to: 110, result: "left" }), "jet left at 110"],
    [entry("engine", { power: 4 }), "What the engine is known by"],
    [
      entry("check", { check: "fuel-pressure", outcomes: ["high"], place: "2" }),
      "Fuel pressure at the inlet (2): High",
    ],
    [entry("repair", { repair: "pump-cup", place: "2" }), "Repaired: Pump cup hard (2)"],
  ])("%o", (made, says) => {
    expect(entryWords(made, words)).toBe(says);
  });

  it("shows ids where the words are not here yet", () => {
    expect(entryWords(entry("symptom", { symptom: "hesitation", seen: "present" }), undefined)).toBe("hesitation");
  });
});

describe("what can be corrected by typing", () => {
  it("is a number, and what stands round it stays", () => {
    const made = entry("check", { check: "fuel-pressure", reading: { value: 4000, unit: "psi" } });
    const field = correctable(made);
    expect(field?.value).toBe("4000");
    expect(field?.put("4,5")).toEqual({
      ...made,
      data: { check: "fuel-pressure", reading: { value: 4.5, unit: "psi" } },
    });
    expect(field?.put("lots")).toBeNull();
  });

  it("is a text or a reason, but not an empty one; never a choice", () => {
    expect(correctable(entry("note", { text: "x" }))?.put(" ")).toBeNull();
    expect(correctable(entry("note", { text: "x" }))?.put("y")?.data).toEqual({ text: "y" });
    const closed = correctable(entry("close", { as: "unproven", reason: "x" }));
    expect(closed?.put("home")?.data).toEqual({ as: "unproven", reason: "home" });
    expect(correctable(entry("check", { check: "fuel-pressure", outcomes: ["high"] }))).toBeNull();
    expect(correctable(entry("symptom", { symptom: "hesitation", seen: "present" }))).toBeNull();
  });
});
