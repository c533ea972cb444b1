import { describe, expect, it } from "vitest";
import { percent } from "./percent";

describe("a probability in a label", () => {
  it.each([
    [0, "0 %"],
    [0.004, "<1 %"],
    [0.014, "1 %"],
    [0.5, "50 %"],
    [0.994, ">99 %"],
    [1, "100 %"],
  ])("%d", (p, label) => {
    expect(percent(p).replace("\u00a0", " ")).toBe(label);
  });

  it("does not break between number and sign", () => {
    expect(percent(0.3)).toContain("\u00a0");
  });
});
