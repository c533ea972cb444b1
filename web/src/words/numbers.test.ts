import { describe, expect, it } from "vitest";
import { parseNumber } from "./numbers";

describe("a number as people type it", () => {
  it.each([
    ["4.2", 4.2],
    ["4,2", 4.2],
    [" 700 ", 700],
    ["-1", -1],
    ["+2.", 2],
    [".5", 0.5],
  ])("%j is %d", (text, value) => {
    expect(parseNumber(text)).toBe(value);
  });

  it.each(["", "lots", "1.2.3", "1,000.5", "4 psi", "1e3", "--2", "."])("%j is none", (text) => {
    expect(parseNumber(text)).toBeNull();
  });
});
