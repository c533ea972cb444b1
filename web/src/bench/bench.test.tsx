// @vitest-environment jsdom
import { act, fireEvent, screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { problemOf } from "../api/problem";
import type { Job } from "../api/types";
import type { Outbox } from "../outbox/outbox";
import { CommandsRoot } from "../shell/commands";
import { Palette } from "../shell/palette";
import { OutboxHand } from "../testing/outbox-hand";
import { boardPage, catalogue, check, draw, job } from "../testing/render";
import { Bench } from "./bench";

const words = catalogue({
  checks: [
    check({ id: "pump-shot", name: "Pump shot", reading: null }),
    check({ id: "vacuum", name: "Vacuum", reading: null }),
    check({ id: "slides", name: "Slides", reading: null }),
  ],
  circuits: [{ id: "pump", name: "Accelerator pump", does: "Covers the moment." }],
});
const checks = { "pump-shot": ["in-range", "high"], vacuum: ["in-range"] };
const laid = (trace: Record<string, unknown> = {}, rest: Record<string, unknown> = {}): Job =>
  job(
    {
      next: {
        kind: "check",
        reason: "It tells most.",
        check: { id: "pump-shot", name: "Pump shot", minutes: 3, travel: 0, outcomes: [] },
        alternatives: [],
        plan: [],
        lacking: [],
        passed_over: [],
        house: [],
        repairs: [],
        repair: null,
        proof: null,
      },
      sets: [],
      circuits: [{ id: "pump", probability: 0.7, blame: 0.62, cleared_by: null }],
      machine: {
        family: "car-one",
        name: "Downdraft",
        features: [],
        readings: {},
        schools: {},
        checks,
        symptoms: [],
        card: null,
        called: null,
      },
      ...trace,
    },
    rest,
  );

let outbox: Outbox;
const take = (one: Outbox) => void (outbox = one);

beforeEach(() => {
  vi.stubGlobal("matchMedia", () => ({ matches: true, addEventListener: vi.fn(), removeEventListener: vi.fn() }));
  vi.spyOn(api, "catalogue").mockResolvedValue(words);
  vi.spyOn(api, "cards").mockResolvedValue({ cards: [], items: [] });
});

const bench = () =>
  draw(
    <CommandsRoot>
      <OutboxHand on={take} />
      <Palette />
      <Routes>
        <Route path="/jobs/:id" element={<Bench />} />
      </Routes>
    </CommandsRoot>,
    "/jobs/j",
  );

describe("the bench", () => {
  it("lays the job out: the step, the branch, the suspects, what was found", async () => {
    vi.spyOn(api, "job").mockResolvedValue(laid());
    bench();
    expect(await screen.findByRole("heading", { name: "Press test" })).toBeTruthy();
    expect(
      within(screen.getByRole("region", { name: "Next step" })).getByRole("heading", { name: "Pump shot" }),
    ).toBeTruthy();
    for (const part of ["Suspects", "What was found", "Section"])
      expect(await screen.findByRole("region", { name: part })).toBeTruthy();
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("opens a limb of the branch and lets it go again", async () => {
    vi.spyOn(api, "job").mockResolvedValue(laid());
    const { user } = bench();
    await user.click(await screen.findByRole("button", { name: /Accelerator pump: 62/ }));
    expect(screen.getByRole("region", { name: "Limb: Accelerator pump" })).toBeTruthy();
    await user.click(screen.getByLabelText("Let the limb go"));
    expect(screen.queryByRole("region", { name: /^Limb/ })).toBeNull();
  });

  it("records an answer, and shows what comes back", async () => {
    vi.spyOn(api, "job").mockResolvedValue(laid());
    const send = vi
      .spyOn(api, "addEntries")
      .mockResolvedValue(
        laid({ told: [{ entry: "4", says: "Pump shot: high", mark: "abnormal", struck: false }] }, { version: 4 }),
      );
    const { user } = bench();
    await user.click(await screen.findByRole("button", { name: /High/ }));
    expect(send).toHaveBeenCalledWith("j", 3, [
      expect.objectContaining({ kind: "check", data: { check: "pump-shot", outcomes: ["high"] } }),
    ]);
    expect(await screen.findByText("Pump shot: high")).toBeTruthy();
  });

  it("gives the palette every check of this machine, and what else can be done here", async () => {
    vi.spyOn(api, "job").mockResolvedValue(laid());
    vi.spyOn(api, "board").mockResolvedValue(boardPage([]));
    vi.spyOn(api, "worktop").mockResolvedValue([]);
    const { user } = bench();
    await screen.findByRole("heading", { name: "Press test" });
    fireEvent.keyDown(document.body, { key: "k", ctrlKey: true });
    const names = () => screen.getAllByRole("option").map((one) => one.textContent);
    await screen.findByRole("option", { name: /Vacuum.*Take this check/ });
    expect(names()).not.toContain("SlidesTake this check");
    expect(names()).toContain("Put the job asideHere");
    await user.click(screen.getByRole("option", { name: /Vacuum.*Take this check/ }));
    expect(
      within(screen.getByRole("region", { name: "Next step" })).getByRole("heading", { name: "Vacuum" }),
    ).toBeTruthy();
  });

  it("opens the sheets by key", async () => {
    vi.spyOn(api, "job").mockResolvedValue(laid());
    bench();
    await screen.findByRole("heading", { name: "Press test" });
    fireEvent.keyDown(document.body, { key: "w" });
    expect(await screen.findByRole("dialog", { name: /aside/i })).toBeTruthy();
  });

  it("says what the catalogue has become since", async () => {
    vi.spyOn(api, "job").mockResolvedValue(
      laid({}, { catalogue_changed: true, catalogue_changes: { checks: ["pump-shot"] } }),
    );
    bench();
    expect(await screen.findByText(/The catalogue has changed since/)).toBeTruthy();
  });
});

describe("a bench without its job", () => {
  it("says why, and asks again", async () => {
    vi.spyOn(api, "job").mockRejectedValueOnce(problemOf(503, null)).mockResolvedValue(laid());
    const { user } = bench();
    await user.click(await screen.findByText("Try again"));
    expect(await screen.findByRole("heading", { name: "Press test" })).toBeTruthy();
  });

  it("shows what is kept here while the server has not got it", async () => {
    vi.spyOn(api, "job").mockRejectedValue(problemOf(404, null));
    vi.spyOn(api, "createJob").mockRejectedValue(problemOf(0, null));
    bench();
    await act(() => outbox.addJob({ id: "j", title: "Press: dribble", entries: [] }));
    expect(await screen.findByRole("heading", { name: "Press: dribble" })).toBeTruthy();
    expect(screen.getByRole("region", { name: "Kept here" })).toBeTruthy();
  });
});
