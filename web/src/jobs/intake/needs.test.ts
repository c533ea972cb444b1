import { describe, expect, it } from "vitest";
import { meets } from "./needs";

describe("a condition on features", () => {
  const fitted = new Set(["float-bowl", "gravity-feed"]);

  it("wants every term", () => {
    expect(meets(["float-bowl", "gravity-feed"], fitted)).toBe(true);
    expect(meets(["float-bowl", "pumped"], fitted)).toBe(false);
    expect(meets([], fitted)).toBe(true);
  });

  it("takes either of two, and the absence of one", () => {
    expect(meets(["pumped|gravity-feed"], fitted)).toBe(true);
    expect(meets(["!pumped"], fitted)).toBe(true);
    expect(meets(["!float-bowl"], fitted)).toBe(false);
  });
});
