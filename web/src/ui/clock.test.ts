// @vitest-environment jsdom
import { afterEach, describe, expect, it } from "vitest";
import { clock, today } from "./clock";

const zone = process.env.TZ;
afterEach(() => {
  process.env.TZ = zone;
  delete window.upperBranchClock;
});

describe("the page's clock", () => {
  it("tells the day by the person's own calendar: after midnight in the east, before it in the west", () => {
    const moment = Date.UTC(2026, 2, 31, 20, 30);
    process.env.TZ = "Pacific/Auckland";
    expect(today(moment)).toBe("2026-04-01");
    process.env.TZ = "America/Anchorage";
    expect(today(Date.UTC(2026, 3, 1, 4))).toBe("2026-03-31");
  });

  it("can be held and stepped by a test", () => {
    window.upperBranchClock = { now: () => 5000 };
    expect(clock.now()).toBe(5000);
  });
});
