// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import type { Report } from "../../api/types";
import { draw } from "../../testing/render";
import { ReportPage } from "./report";

const report = (row: Partial<Report> = {}): Report => ({
  for: "customer",
  title: "Cider press hesitates",
  machine: { called: "Cider press", family: "Single-barrel downdraft", is: "Stationary" },
  complaint: [{ says: "Hesitation", when: ["cold"] }],
  found: [{ fault: "Pump cup hard", why: "It no longer seals.", place: "Left barrel", status: "mended", says: "Weak" }],
  done: [
    {
      name: "Pump cup: renew",
      text: "New cup.",
      place: null,
      left: [{ name: "Stroke", value: 0.7, unit: "mL", wanted: "at least 0.4 mL" }],
      undone: ["Suck and press by bulb."],
    },
  ],
  shown: [
    { name: "Pump shot", done: true },
    { name: "Hesitation", done: false },
  ],
  compared: [{ name: "Pump shot", before: "Weak", after: "Strong at once", right: true }],
  left_open: [{ name: "Filter choked", reason: "he brings his own" }],
  outcome: { as: "open", says: "Still on the bench." },
  keep: ["Run it now and then."],
  due: "Yearly.",
  due_on: "2027-11-03",
  section: { family: "car-one", features: [], parts: ["Accelerator pump"] },
  settings: [
    {
      name: "Mixture and speed",
      found: "Mixture screw 1.5 turns",
      left: "Mixture screw 1.75 turns",
      settled: false,
      rounds: 2,
      before: {
        x: { name: "Mixture screw", unit: "turns" },
        y: { name: "Idle speed", unit: "rpm" },
        points: [
          [1, 600],
          [1.25, 601],
        ],
        peak: null,
      },
      curve: {
        x: { name: "Mixture screw", unit: "turns" },
        y: { name: "Idle speed", unit: "rpm" },
        points: [
          [1.5, 690],
          [1.75, 710],
        ],
        peak: null,
      },
    },
  ],
  photos: [{ entry: "p", photo: "one", of: null, caption: "on the bench", shows: null }],
  minutes: 42,
  begun: "2026-11-03T08:00:00Z",
  last: "2026-11-03T09:00:00Z",
  footer: "Guidance for a competent person.",
  bench: null,
  ...row,
});

const open = (at = "/jobs/job-1/report") =>
  draw(
    <Routes>
      <Route path="/jobs/:id/report" element={<ReportPage />} />
    </Routes>,
    at,
  );
const region = (name: string) => screen.findByRole("region", { name });

describe("a report", () => {
  it("tells what was complained of, found, done, shown and left", async () => {
    vi.spyOn(api, "report").mockResolvedValue(report());
    open();
    expect((await screen.findByRole("heading", { level: 1 })).textContent).toBe("Cider press hesitates");
    expect((await region("What was complained of")).textContent).toContain("Hesitation (cold)");
    expect((await region("What was found")).textContent).toMatch(/Pump cup hard, Left barrel\. It no longer seals/);
    const done = await region("What was done");
    expect(done.textContent).toContain("Stroke: left at 0.7 mL (wanted at least 0.4 mL)");
    expect(done.textContent).toContain("Not done: Suck and press by bulb.");
    const row = within(await region("Before and after")).getByRole("row", { name: /Pump shot/ });
    expect(row.textContent).toContain("WeakStrong at once (right)");
    expect((await region("How it was shown")).textContent).toMatch(/Hesitation.*not yet/);
    expect((await region("What was left, and why")).textContent).toContain("he brings his own");
    expect(screen.getByText(/Due again: November 3, 2027. Yearly./)).toBeTruthy();
    expect(screen.queryByRole("region", { name: "Still suspected" })).toBeNull();
  });

  it("tells the shop everything besides, and leaves out what there is nothing of", async () => {
    const bench = {
      told: [{ entry: "1", says: "Pump shot: weak", mark: "abnormal" as const, struck: true }],
      parts: [],
      circuits: [{ id: "pump", name: "Accelerator pump", share: 0.4 }],
      cleared: [{ entry: "c", name: "Main jet", place: null, found: "gum", left: "clear", right: true }],
      suspects: [{ name: "Accelerator pump", probability: 0.3 }],
      limits: [{ name: "Idle speed", cuts: [650, 800], unit: "rpm", source: "plate" }],
    };
    const ask = vi
      .spyOn(api, "report")
      .mockImplementation((_, audience) =>
        Promise.resolve(report(audience === "shop" ? { bench, found: [], compared: [] } : {})),
      );
    const { user } = open();
    await user.click(await screen.findByRole("radio", { name: "Shop" }));
    const told = await region("Everything entered (42 bench minutes)");
    expect(told.querySelector("s")?.textContent).toBe("Pump shot: weak");
    expect((await region("Still suspected")).textContent).toMatch(/Accelerator pump 30/);
    expect((await region("Limits of this job")).textContent).toContain("Idle speed: 650 to 800 rpm (plate)");
    expect(screen.getByRole("img", { name: /^Filled: Accelerator pump/ }).getAttribute("src")).toBe(
      "/api/v1/jobs/job-1/section.svg",
    );
    expect(screen.getByRole("img", { name: /^How far each circuit/ })).toBeTruthy();
    expect((await region("What was cleared")).textContent).toContain("Main jet: found gum, left clear");
    const set = await region("What was set");
    expect(set.textContent).toContain("in 2 rounds, not settled yet");
    expect(set.textContent).toContain("As left: Mixture screw 1.75 turns");
    expect(within(set).getByRole("img", { name: /Mixture and speed, before/ })).toBeTruthy();
    expect(within(set).getByRole("img", { name: /Mixture and speed, after/ })).toBeTruthy();
    expect((await region("Photos")).querySelector("img")?.getAttribute("src")).toBe("/api/v1/jobs/job-1/photos/one");
    expect(screen.queryByRole("region", { name: "What came off" })).toBeNull();
    expect(screen.queryByRole("region", { name: "What was found" })).toBeNull();
    expect(ask).toHaveBeenLastCalledWith("job-1", "shop");
    expect(screen.getByRole("link", { name: "PDF" }).getAttribute("href")).toBe(
      "/api/v1/jobs/job-1/report.pdf?for=shop",
    );
  });

  it("is printed by the browser", async () => {
    vi.spyOn(api, "report").mockResolvedValue(report());
    const print = vi.spyOn(window, "print").mockImplementation(() => undefined);
    const { user } = open();
    await user.click(await screen.findByRole("button", { name: "Print" }));
    expect(print).toHaveBeenCalledOnce();
  });
});
