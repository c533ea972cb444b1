// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { problemOf } from "../api/problem";
import type { Debrief, PracticeRecord } from "../api/types";
import { catalogue, draw, job } from "../testing/render";
import { DebriefPage } from "./debrief";
import { Practice } from "./practice";

const families = [
  { id: "car-one", name: "Single-barrel downdraft", features: [] },
  { id: "cv", name: "Constant velocity", features: [] },
];
const record = (row: Partial<PracticeRecord> = {}): PracticeRecord => ({
  levels: [
    { id: "plain", name: "One plain fault", says: "A common fault that stays." },
    { id: "sly", name: "One sly fault", says: "One that is seldom met." },
  ],
  open: [],
  done: [],
  set: [],
  record: {
    mastery: [
      { id: "idle", name: "Idle", known: 0.93, mastered: true, tried: 5, found: 4 },
      { id: "main", name: "Main", known: 0.25, mastered: false, tried: 0, found: 0 },
    ],
    next: ["main"],
  },
  ...row,
});
const debrief = (row: Partial<Debrief> = {}): Debrief => ({
  truth: [
    {
      id: "f",
      name: "Linkage sticks",
      why: "It is dry.",
      circuit: "air",
      part: "Linkage",
      severity: 0.8,
      mended: true,
    },
  ],
  found: true,
  comes_and_goes: false,
  minutes: 22,
  road: [
    { entry: "1", kind: "check", id: "filter", name: "In-line filter", minutes: 3, bits: 0.01, says: "wasted" },
    { entry: "4", kind: "check", id: "idle-speed", name: "Idle speed", minutes: 2, bits: -0.3, says: "against" },
    { entry: "5", kind: "check", id: "spark", name: "Spark", minutes: 4, bits: -0.01, says: "wasted" },
    { entry: "2", kind: "check", id: "linkage", name: "Throttle snaps back", minutes: 3, bits: 4.2, says: null },
    { entry: "3", kind: "repair", id: "f", name: "Free the linkage", minutes: 8, bits: null, says: null },
  ],
  planned: { minutes: 18, referred: false, road: [{ kind: "check", name: "Throttle snaps back" }] },
  house: 31,
  decisive: { entry: "2", id: "linkage", name: "Throttle snaps back", bits: 4.2, steps: ["Open it and let go."] },
  circuits: { air: true },
  ...row,
});

beforeEach(() => {
  vi.spyOn(api, "catalogue").mockResolvedValue(catalogue({ families }));
  vi.spyOn(api, "account").mockResolvedValue({ accounts: false, who: null } as never);
});

function open(at: string) {
  return draw(
    <Routes>
      <Route path="/practice" element={<Practice />} />
      <Route path="/jobs/:id/debrief" element={<DebriefPage />} />
      <Route path="/jobs/:id" element={<p>The bench</p>} />
    </Routes>,
    at,
  );
}

describe("practice", () => {
  it("begins with a machine and how hard it is to be, and goes to its bench", async () => {
    vi.spyOn(api, "practice").mockResolvedValue(record());
    const begin = vi.spyOn(api, "beginPractice").mockResolvedValue({ job: "j1" });
    const { user } = open("/practice");
    await user.selectOptions(await screen.findByLabelText("Machine"), "cv");
    await user.selectOptions(screen.getByLabelText("How hard"), "sly");
    expect(screen.getByText("One that is seldom met.")).toBeTruthy();
    expect(screen.getByRole("button", { name: "What I know least" })).toHaveProperty("disabled", true);
    await user.click(screen.getByRole("button", { name: "Begin" }));
    expect(await screen.findByText("The bench")).toBeTruthy();
    expect(begin.mock.calls[0]?.[0]).toMatchObject({ family: "cv", level: "sly" });
  });

  it("says why none could be made", async () => {
    vi.spyOn(api, "practice").mockResolvedValue(record());
    vi.spyOn(api, "beginPractice").mockRejectedValue(
      problemOf(422, { type: "x", title: "x", status: 422, detail: "Choose another level" }),
    );
    const { user } = open("/practice");
    await user.click(await screen.findByRole("button", { name: "Begin" }));
    expect((await screen.findByRole("alert")).textContent).toBe("Choose another level");
  });

  it("sends the same again under the same name, and another under another", async () => {
    vi.spyOn(api, "practice").mockResolvedValue(record());
    const begin = vi.spyOn(api, "beginPractice").mockRejectedValue(new Error("No signal"));
    const { user } = open("/practice");
    const press = async () => user.click(await screen.findByRole("button", { name: "Begin" }));
    await press();
    await screen.findByRole("alert");
    await press();
    await user.selectOptions(screen.getByLabelText("Machine"), "cv");
    await press();
    await waitFor(() => expect(begin).toHaveBeenCalledTimes(3));
    const ids = begin.mock.calls.map(([asked]) => asked.id);
    expect(ids[1]).toBe(ids[0]);
    expect(ids[2]).not.toBe(ids[0]);
  });

  it("shows what is known of each circuit, what is under way and what was done", async () => {
    const named = { job: "j1", title: "Practice: Constant velocity", level: "sly", begun: "2026-05-03T08:00:00Z" };
    vi.spyOn(api, "practice").mockResolvedValue(
      record({
        open: [named],
        done: [{ ...named, job: "j2", ended: "2026-05-03T09:00:00Z", found: false, minutes: 40, planned: 21 }],
      }),
    );
    open("/practice");
    const known = await screen.findByRole("region", { name: "What is known" });
    expect(known.textContent).toContain("Next to practise: Main.");
    expect(within(known).getByLabelText("known")).toBeTruthy();
    expect(known.textContent).toContain("4 of 5");
    expect(
      within(screen.getByRole("region", { name: "Under way" }))
        .getByRole("link")
        .getAttribute("href"),
    ).toBe("/jobs/j1");
    const done = within(screen.getByRole("region", { name: "Done" })).getByRole("link");
    expect(done.getAttribute("href")).toBe("/jobs/j2/debrief");
    expect(done.textContent).toContain("not found");
    expect(done.textContent).toContain("the planner 21 min");
  });

  it("begins what the lead has set, and lets the lead set and take back", async () => {
    const row = {
      id: "e1",
      family: "cv",
      level: "sly",
      note: "Before Friday",
      by: "Jo",
      job: null,
      over: false,
      taken: [],
    };
    vi.spyOn(api, "practice").mockResolvedValue(record({ set: [row] }));
    const set = vi.spyOn(api, "setExercise").mockResolvedValue(record({ set: [row, { ...row, id: "e2", note: "" }] }));
    const back = vi.spyOn(api, "takeBackExercise").mockResolvedValue(record());
    const begin = vi.spyOn(api, "beginPractice").mockResolvedValue({ job: "j1" });
    const { user } = open("/practice");
    const card = await screen.findByRole("region", { name: "Set by the lead" });
    expect(card.textContent).toContain("One sly fault, Before Friday, Jo");
    await user.click(within(card).getByRole("button", { name: "Set an exercise for everybody" }));
    await user.type(within(card).getByLabelText("A word about it"), "Again");
    await user.click(within(card).getByRole("button", { name: "Set it" }));
    expect(set.mock.calls[0]?.[0]).toMatchObject({ family: "car-one", level: "plain", note: "Again" });
    await waitFor(() => expect(within(card).getAllByRole("button", { name: "Take back" })).toHaveLength(2));
    const [first] = within(card).getAllByRole("button", { name: "Take back" });
    if (first) await user.click(first);
    expect(back).toHaveBeenCalledWith("e1", "");
    await waitFor(() => expect(within(card).queryAllByRole("button", { name: "Begin" })).toHaveLength(0));
    expect(begin).not.toHaveBeenCalled();
  });
});

describe("what the lead has set", () => {
  it("leads back to it, and when it is over to what it was; tells the lead who has made what of it", async () => {
    const row = { id: "e1", family: "cv", level: "sly", note: "", by: "Jo", taken: [] };
    const taken = [
      { learner: "Eva", job: "j1", found: true, minutes: 31 },
      { learner: "", job: "j2", found: null, minutes: null },
      { learner: "Otto", job: "j3", found: false, minutes: 70 },
    ];
    vi.spyOn(api, "practice").mockResolvedValue(
      record({
        set: [
          { ...row, job: "j1", over: true, taken },
          { ...row, id: "e2", job: "j9", over: false },
        ],
      }),
    );
    open("/practice");
    const card = await screen.findByRole("region", { name: "Set by the lead" });
    expect(within(card).getByRole("link", { name: "What it was" }).getAttribute("href")).toBe("/jobs/j1/debrief");
    expect(within(card).getByRole("link", { name: "Go to it" }).getAttribute("href")).toBe("/jobs/j9");
    const rows = within(within(card).getByRole("list", { name: "Who has taken it on" })).getAllByRole("listitem");
    expect(rows.map((one) => one.textContent)).toEqual([
      "Eva: found, 31 min",
      "No name: at it",
      "Otto: not found, 70 min",
    ]);
    expect(within(card).getByRole("link", { name: /^Otto/ }).getAttribute("href")).toBe("/jobs/j3/debrief");
  });

  it("says why it could not be taken back", async () => {
    const row = { id: "e1", family: "cv", level: "sly", note: "", by: "Jo", job: null, over: false, taken: [] };
    vi.spyOn(api, "practice").mockResolvedValue(record({ set: [row] }));
    vi.spyOn(api, "takeBackExercise").mockRejectedValue(new Error("No signal"));
    const { user } = open("/practice");
    await user.click(await screen.findByRole("button", { name: "Take back" }));
    expect((await screen.findByRole("alert")).textContent).toBe("No signal");
  });
});

describe("a debrief", () => {
  beforeEach(() => {
    vi.spyOn(api, "job").mockResolvedValue(job({}));
  });

  it("says where it was closed as proven with the fault still in", async () => {
    const fooled = { ...debrief(), found: false, fooled: "One good run proves nothing." };
    vi.spyOn(api, "practiceOfJob").mockResolvedValue({
      learner: "",
      level: "intermittent",
      ended: "x",
      debrief: fooled,
    });
    open("/jobs/j1/debrief");
    expect(await screen.findByRole("heading", { name: "Not found" })).toBeTruthy();
    expect(screen.getByText("One good run proves nothing.")).toBeTruthy();
  });

  it("tells the truth, both roads with what each look was worth, and what decided it", async () => {
    vi.spyOn(api, "practiceOfJob").mockResolvedValue({ learner: "", level: "plain", ended: "x", debrief: debrief() });
    open("/jobs/j1/debrief");
    expect(await screen.findByRole("heading", { name: "Found" })).toBeTruthy();
    expect(screen.getByRole("region", { name: "What was wrong" }).textContent).toContain("Linkage sticks mended");
    const road = screen.getByRole("region", { name: "The road you took" });
    expect(
      within(road)
        .getAllByRole("listitem")
        .map((row) => row.textContent),
    ).toEqual([
      "In-line filtertold nothing0.0 bits3 min",
      "Idle speedspoke against what was wrong-0.3 bits2 min",
      "Sparktold nothing0.0 bits4 min",
      "Throttle snaps back4.2 bits3 min",
      "Free the linkage8 min",
    ]);
    expect(screen.getByRole("region", { name: "What decided it" }).textContent).toContain("4.2 bits");
    expect(screen.getByRole("region", { name: "Minutes" }).textContent).toContain("18 min");
  });

  it("says where the planner handed it on, and that luck had its part in what comes and goes", async () => {
    const planned = { ...debrief().planned, minutes: 117, referred: true };
    const told = vi.spyOn(api, "practiceOfJob");
    const over = { learner: "", level: "intermittent", ended: "x" };
    told.mockResolvedValue({ ...over, debrief: debrief({ planned, comes_and_goes: true }) });
    open("/jobs/j1/debrief");
    const minutes = await screen.findByRole("region", { name: "Minutes" });
    expect(minutes.textContent).toContain("The planner, which handed it on117 min");
    expect(minutes.textContent).toContain("whether a look meets it is luck");
    expect(screen.getByRole("region", { name: "The planner's road" }).textContent).toContain("Handed on");
  });

  it("says that nothing told, where nothing did; and that it is not over while it is not", async () => {
    const told = vi.spyOn(api, "practiceOfJob");
    told.mockResolvedValue({
      learner: "",
      level: "plain",
      ended: "x",
      debrief: debrief({ found: false, decisive: null, road: [] }),
    });
    const first = open("/jobs/j1/debrief");
    expect(await screen.findByRole("heading", { name: "Not found" })).toBeTruthy();
    expect(screen.getByText(/No look did. The planner began with: throttle snaps back/)).toBeTruthy();
    expect(screen.getByText("No step was taken.")).toBeTruthy();
    first.unmount();
    const missed = { id: "linkage", name: "Throttle snaps back", steps: ["Open it and let go."] };
    told.mockResolvedValue({
      learner: "",
      level: "plain",
      ended: "x",
      debrief: debrief({ found: false, decisive: null, missed, road: [] }),
    });
    const second = open("/jobs/j1/debrief");
    const card = await screen.findByRole("region", { name: "What decided it" });
    expect(card.textContent).toContain("No look did. Throttle snaps back shows it soonest:Open it and let go.");
    second.unmount();
    told.mockResolvedValue({ learner: "", level: "plain", ended: null, debrief: null });
    open("/jobs/j1/debrief");
    expect(await screen.findByText(/This practice is not over/)).toBeTruthy();
  });
});
