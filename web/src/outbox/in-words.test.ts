import { describe, expect, it } from "vitest";
import { entry } from "../api/client";
import { catalogue, check } from "../testing/samples";
import { correctable, inWords } from "./in-words";
import type { Parcel } from "./types";

const words = catalogue({
  checks: [check()],
  symptoms: [{ id: "hesitation", name: "Hesitates" }],
  faults: [{ id: "pump-cup", name: "Pump cup hard" }],
  hazards: [{ id: "fuel-vapor", name: "Fuel vapor" }],
});

function parcel(kind: Parameters<typeof entry>[0], data: Record<string, unknown>): Parcel {
  const made = entry(kind, data);
  return { id: made.id, job: "a", content: { kind: "entry", entry: made }, state: "refused", problem: null };
}

describe("a parcel in words", () => {
  it.each([
    ["check", { check: "fuel-pressure", outcomes: ["high"] }, "Fuel pressure at the inlet: High"],
    ["check", { check: "fuel-pressure", reading: { value: 4, unit: "psi" } }, "Fuel pressure at the inlet: 4 psi"],
    ["check", { check: "fuel-pressure", reading: { repeats: [4, 5] } }, "Fuel pressure at the inlet: 4, 5"],
    ["check", { check: "gone", reading: { inputs: {} } }, "gone: a reading"],
    ["symptom", { symptom: "hesitation", seen: "absent" }, "Not seen: Hesitates"],
    ["repair", { repair: "pump-cup" }, "Repaired: Pump cup hard"],
    ["state", { engine: "warm", carburetor: "on" }, "Now warm, carburetor on"],
    ["caution", { hazard: "fuel-vapor" }, "Caution read: Fuel vapor"],
    ["close", { as: "proven" }, "Closed as proven"],
    ["wait", { for: "parts" }, "Put aside: parts"],
    ["note", { text: "Blue can" }, "Blue can"],
    ["strike", { entry: "1" }, "An entry struck out"],
  ] as const)("%s %o", (kind, data, says) => {
    expect(inWords(parcel(kind, data), words)).toBe(says);
  });

  it("names a job by its title, and ids where the words are not here yet", () => {
    const job = { id: "a", title: "Press", entries: [] };
    expect(inWords({ id: "a", job: "a", content: { kind: "job", job }, state: "queued", problem: null }, words)).toBe(
      "New job: Press",
    );
    expect(inWords(parcel("symptom", { symptom: "hesitation", seen: "present" }), undefined)).toBe("hesitation");
  });
});

describe("what can be corrected by typing", () => {
  it("is a number, a text, a reason; never a choice", () => {
    const reading = parcel("check", { check: "fuel-pressure", reading: { value: 4000, unit: "psi" } });
    const field = correctable(reading);
    expect(field?.value).toBe("4000");
    expect(field?.put({ check: "fuel-pressure" }, "4,5")).toEqual({
      check: "fuel-pressure",
      reading: { value: 4.5, unit: "psi" },
    });
    expect(field?.put({}, "lots")).toBeNull();
    expect(correctable(parcel("note", { text: "x" }))?.put({ text: "x" }, " ")).toBeNull();
    expect(correctable(parcel("close", { as: "unproven", reason: "x" }))?.put({ as: "unproven" }, "home")).toEqual({
      as: "unproven",
      reason: "home",
    });
    expect(correctable(parcel("check", { check: "fuel-pressure", outcomes: ["high"] }))).toBeNull();
  });
});
