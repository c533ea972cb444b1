import { describe, expect, it } from "vitest";
import type { JobSummary } from "../../api/types";
import { laid, landing, laneOf, matches, moved } from "./lanes";

const NOW = Date.parse("2026-03-01T12:00:00Z");
const job = (row: Partial<JobSummary>): JobSummary => ({
  id: "a",
  title: "Press hesitates",
  version: 1,
  machine: "Cider press",
  updated_at: "2026-03-01T10:00:00Z",
  waits_for: "running",
  minutes: 5,
  next: "Pump shot",
  leading: [{ name: "Pump cup hard", probability: 0.4 }],
  closed_as: null,
  practice: false,
  waiting: null,
  ...row,
});
const aside = (until: string | null) => job({ waiting: { for: "soaking", until, text: "blue can" } });

describe("the lanes of the board", () => {
  it("hold a job by what it waits for", () => {
    expect(laneOf(job({}), NOW)).toBe("warm");
    expect(laneOf(job({ waits_for: "describe" }), NOW)).toBe("cold");
    expect(laneOf(job({ waits_for: "prove" }), NOW)).toBe("mend");
    expect(laneOf(job({ waits_for: "closed", closed_as: "proven" }), NOW)).toBe("closed");
  });

  it("hold what is put aside until its time is up", () => {
    expect(laneOf(aside("2026-03-01T12:10:00Z"), NOW)).toBe("aside");
    expect(laneOf(aside("2026-03-01T11:59:00Z"), NOW)).toBe("warm");
    expect(laneOf(aside(null), NOW)).toBe("aside");
  });

  it("keep the shop's order, newcomers behind", () => {
    const jobs = ["a", "b", "c", "d"].map((id) => job({ id }));
    expect(laid(jobs, ["c", "a"]).map((one) => one.id)).toEqual(["c", "a", "b", "d"]);
    expect(moved(jobs, "d", "b")).toEqual(["a", "d", "b", "c"]);
    expect(moved(jobs, "a", null)).toEqual(["b", "c", "d", "a"]);
    expect(moved(jobs, "a", "nobody")).toEqual(["b", "c", "d", "a"]);
  });

  it("take a dragged job before the one it is let go on when it comes from behind, else after it", () => {
    const ids = ["a", "b", "c", "d"];
    expect(landing(ids, "d", "b")).toBe("b");
    expect(landing(ids, "a", "b")).toBe("c");
    expect(landing(ids, "a", "d")).toBeNull();
  });

  it("are searched by every word on a card", () => {
    expect(matches(job({}), "cider CUP")).toBe(true);
    expect(matches(aside(null), "blue can")).toBe(true);
    expect(matches(job({}), "cider float")).toBe(false);
    expect(matches(job({}), "")).toBe(true);
  });
});
