import { expect, it } from "vitest";
import { catalogue } from "../../testing/samples";
import { telling } from "./telling";

const known = catalogue({
  conditions: [
    { id: "cold", name: "cold", axis: "heat" },
    { id: "warm", name: "warm", axis: "heat" },
    { id: "uphill", name: "uphill", axis: "load" },
  ],
  faults: [
    { id: "choke", needs: ["choke"], when: { stumble: ["cold"] } },
    { id: "second", needs: ["second-barrel"], when: { stumble: ["uphill"] } },
    { id: "jet", needs: [], when: {} },
  ],
});
const ids = (features: string[], symptom = "stumble") =>
  telling(known, new Set(features), symptom).map((row) => row.id);

it("offers the conditions that part the causes of this complaint on this machine, whole kinds of them", () => {
  expect(ids(["choke"])).toEqual(["cold", "warm"]);
  expect(ids(["choke", "second-barrel"])).toEqual(["cold", "warm", "uphill"]);
  expect(ids([])).toEqual([]);
  expect(ids(["choke"], "smoke")).toEqual([]);
});
