// @vitest-environment jsdom
import { afterEach, describe, expect, it, vi } from "vitest";
import { choice, clearAll, record, slot, takenAt, words } from "./store";

afterEach(() => {
  vi.restoreAllMocks();
  localStorage.clear();
});

describe("the browser's own store", () => {
  it("gives back what was kept, and what stands for nothing while nothing is", () => {
    const speed = slot("speed", 0, (kept) => (typeof kept === "number" ? kept : null));
    expect(speed.read()).toBe(0);
    speed.write(700);
    expect(speed.read()).toBe(700);
    speed.clear();
    expect(speed.read()).toBe(0);
    expect(localStorage).toHaveLength(0);
  });

  it("never hands on what is not sound", () => {
    const theme = choice("theme", ["auto", "light", "dark"]);
    for (const kept of ["{broken", '"purple"', "7", "null"]) {
      localStorage.setItem("upper-branch.theme", kept);
      expect(theme.read()).toBe("auto");
    }
    localStorage.setItem("upper-branch.list", '["a", 7, null, "b"]');
    expect(words("list").read()).toEqual(["a", "b"]);
    localStorage.setItem("upper-branch.rec", "[1]");
    expect(record("rec", { a: 1 }).read()).toEqual({ a: 1 });
  });

  it("reads words that an earlier version kept bare", () => {
    localStorage.setItem("upper-branch.theme", "dark");
    expect(choice("theme", ["auto", "light", "dark"]).read()).toBe("dark");
  });

  it("fills in parts that were not there when it was kept", () => {
    localStorage.setItem("upper-branch.rec", '{"b": 5}');
    expect(record("rec", { a: 1, b: 2 }).read()).toEqual({ a: 1, b: 5 });
  });

  it("does without a store that is full or forbidden", () => {
    vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    vi.spyOn(Storage.prototype, "getItem").mockImplementation(() => {
      throw new DOMException("no", "SecurityError");
    });
    const list = words("list");
    expect(() => list.write(["a"])).not.toThrow();
    expect(list.read()).toEqual([]);
  });

  it("clears what belongs to one check of one job, and nothing else", () => {
    for (const name of [
      takenAt("j", "pump-shot", 0),
      `${takenAt("j", "pump-shot", 0)}.watch`,
      takenAt("j", "filter", 0),
    ])
      record(name, { a: 1 }).write({ a: 2 });
    clearAll(takenAt("j", "pump-shot", 0));
    expect(Object.keys(localStorage)).toEqual(["upper-branch.taken.j.filter.0"]);
  });
});
