import { describe, expect, it } from "vitest";
import { finder, fold } from "./finder";

const ITEMS = [
  "Throttle plate does not shut",
  "Pump nozzle blocked",
  "Idle jet blocked",
  "Fuel stale",
  "A hole the instant the throttle opens: hesitation",
];
const SYNONYMS = [
  ["throttle plate", "butterfly"],
  ["pump nozzle", "squirter"],
  ["idle jet", "pilot jet", "slow jet"],
  ["idle", "tickover"],
  ["fuel", "petrol", "gasoline"],
  ["hesitation", "flat spot"],
];
const find = finder(ITEMS, SYNONYMS, (item) => item);

describe("search by any name", () => {
  it.each([
    ["butterfly", ITEMS[0]],
    ["squirter", ITEMS[1]],
    ["pilot jet", ITEMS[2]],
    ["slow-jet", ITEMS[2]],
    ["petrol", ITEMS[3]],
    ["Flat Spot", ITEMS[4]],
  ])("%s", (query, item) => {
    expect(find(query)).toContain(item);
  });

  it("wants every word", () => {
    expect(find("squirter blocked")).toEqual([ITEMS[1]]);
    expect(find("squirter stale")).toEqual([]);
  });

  it("finds all for nothing typed, and nothing for nonsense", () => {
    expect(find("  ")).toHaveLength(ITEMS.length);
    expect(find("gearbox")).toEqual([]);
  });

  it("folds case, hyphens and colour", () => {
    expect(fold("Air-Cleaner COLOUR")).toBe("air cleaner color");
  });
});
