// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { MachineRecord, RecordRow } from "../api/types";
import { catalogue, draw, job, visit } from "../testing/render";
import { Machine } from "./machine";
import { Records } from "./records";

const families = [{ id: "small-float", name: "Small four-stroke", features: [] }];
const found = (row: Partial<RecordRow> = {}): RecordRow => ({
  id: "j1",
  title: "Pours from the vent",
  machine: "Sprayer pump",
  machine_id: "m1",
  family: "small-float",
  minutes: 40,
  ended: "proven",
  begun: "2026-05-03T08:00:00Z",
  updated_at: "2026-05-03T09:00:00Z",
  parts: [
    { text: "the ", hit: false },
    { text: "swollen", hit: true },
    { text: " seat", hit: false },
  ],
  ...row,
});
const machine = {
  id: "m1",
  called: "Sprayer pump",
  family: "small-float",
  serial: "HB-7",
  owner: null,
  note: null,
  jobs: 2,
  open: 1,
  last: null,
};

beforeEach(() => {
  vi.spyOn(api, "catalogue").mockResolvedValue(catalogue({ families }));
});

function open(at: string) {
  return draw(
    <Routes>
      <Route path="/records" element={<Records />} />
      <Route path="/machines/:id" element={<Machine />} />
      <Route path="/new" element={<p>A new job</p>} />
    </Routes>,
    at,
  );
}

describe("the records", () => {
  it("are searched by words, with what was found marked", async () => {
    const ask = vi.spyOn(api, "records").mockResolvedValue({ jobs: [found()], next: null, total: 1, more: false });
    const { user } = open("/records");
    await user.type(screen.getByLabelText("Search the records"), "swollen seat");
    await waitFor(() => expect(ask).toHaveBeenLastCalledWith(expect.objectContaining({ q: "swollen seat", from: 0 })));
    const row = await screen.findByRole("link", { name: /Pours from the vent/ });
    expect(row.querySelector("mark")?.textContent).toBe("swollen");
    await waitFor(() => expect(row.textContent).toContain("Sprayer pump · Small four-stroke"));
    expect(screen.getByText("One job.").getAttribute("role")).toBe("status");
  });

  it("are narrowed, and what is asked stands in the address", async () => {
    const ask = vi.spyOn(api, "records").mockResolvedValue({ jobs: [], next: null, total: 0, more: false });
    const { user } = open("/records?ended=proven&after=2026-01-01");
    await waitFor(() =>
      expect(ask).toHaveBeenCalledWith(expect.objectContaining({ ended: "proven", after: "2026-01-01" })),
    );
    await screen.findByRole("option", { name: "Small four-stroke" });
    await user.selectOptions(screen.getByLabelText("Kind of machine"), "Small four-stroke");
    await waitFor(() => expect(ask).toHaveBeenLastCalledWith(expect.objectContaining({ family: "small-float" })));
    expect(await screen.findByText("No job has all of these words.")).toBeTruthy();
  });

  it("go on page by page", async () => {
    const page = { jobs: [found()], next: 40, total: 1000, more: true };
    const ask = vi.spyOn(api, "records").mockResolvedValue(page);
    const { user } = open("/records");
    expect(await screen.findByText("More than 1000 jobs.")).toBeTruthy();
    ask.mockResolvedValue({ jobs: [found({ id: "j2", title: "Another" })], next: null, total: 41, more: false });
    await user.click(screen.getByRole("button", { name: "More" }));
    await screen.findByRole("link", { name: /Another/ });
    expect(ask).toHaveBeenLastCalledWith(expect.objectContaining({ from: 40 }));
  });

  it("hold the machines by name", async () => {
    vi.spyOn(api, "records").mockResolvedValue({ jobs: [], next: null, total: 0, more: false });
    const ask = vi.spyOn(api, "machines").mockResolvedValue({ machines: [machine], next: null });
    const { user } = open("/records");
    await user.click(screen.getByRole("radio", { name: "Machines" }));
    const card = await screen.findByRole("link", { name: /Sprayer pump/ });
    expect(card.textContent).toContain("2 jobs, 1 open");
    expect(ask).toHaveBeenCalled();
  });
});

describe("a machine", () => {
  const dated = { visit: "job-0", begun: "2026-05-03T08:00:00Z" };
  const curve = {
    x: { name: "Mixture screw out", unit: "turns" },
    y: { name: "Idle speed", unit: "rpm" },
    points: [
      [1.5, 690],
      [1.75, 710],
    ],
    peak: null,
  };
  const record = (row: Partial<MachineRecord> = {}): MachineRecord => ({
    ...machine,
    made: { features: ["Float bowl", "Throttle plate"], card: "Press sheet" },
    set: [{ name: "Float height", left: "14 mm", ...dated }],
    renewed: [{ name: "Inlet seat", ...dated }],
    due: [{ says: "Inspection: Yearly.", on: "2027-05-03", ...dated }],
    doubts: [{ says: "Bowl nut: went back in doubt", ...dated }],
    curves: [{ name: "Mixture and speed", curves: [{ ...dated, curve }] }],
    visits: [visit(), visit({ id: "job-1", title: "Before that", photos: 0 })],
    ...row,
  });

  it("tells what is known of it, and its visits", async () => {
    vi.spyOn(api, "machine").mockResolvedValue(record());
    open("/machines/m1");
    expect((await screen.findByRole("region", { name: "As it was left" })).textContent).toContain(
      "Float height: 14 mm",
    );
    expect(screen.getByRole("region", { name: "In doubt" }).textContent).toContain("Bowl nut: went back in doubt");
    expect(screen.getByRole("region", { name: "As it is made" }).textContent).toContain("Float bowl · Throttle plate");
    expect(screen.getByText("Spec card: Press sheet")).toBeTruthy();
    expect(screen.getByRole("region", { name: "Due again" }).textContent).toMatch(/2027: Inspection: Yearly\./);
    expect(screen.getByRole("region", { name: "Renewed" }).textContent).toContain("Inlet seat");
    expect(screen.getByRole("img", { name: /Mixture and speed/ })).toBeTruthy();
    const visits = screen.getByRole("region", { name: "Visits" });
    expect(within(visits).getAllByRole("listitem").length).toBe(2);
    expect(within(visits).getByRole("link", { name: "Report, 2 photos" })).toBeTruthy();
    expect(visits.textContent).toContain("Left open: In-line filter choked (he brings his own)");
  });

  it("begins a new job as it was made at the last one", async () => {
    vi.spyOn(api, "machine").mockResolvedValue(record());
    const ask = vi
      .spyOn(api, "job")
      .mockResolvedValue(job({ machine: { family: "small-float", called: "Sprayer pump" } }));
    const { user } = open("/machines/m1");
    await user.click(await screen.findByRole("button", { name: "New job on this machine" }));
    await screen.findByText("A new job");
    expect(ask).toHaveBeenCalledWith("job-0");
    expect(JSON.parse(localStorage.getItem("upper-branch.intake") ?? "{}")).toMatchObject({ name: "Sprayer pump" });
  });

  it("keeps what the shop adds, and says what it may not be", async () => {
    vi.spyOn(api, "machine").mockResolvedValue(record());
    const keep = vi.spyOn(api, "keepMachine").mockResolvedValue(record({ owner: "The beekeeper" }));
    const { user } = open("/machines/m1");
    await user.type(await screen.findByLabelText("Owner (may be left out)"), "The beekeeper");
    await user.click(screen.getByRole("button", { name: "Keep" }));
    expect((await screen.findByText("Kept.")).getAttribute("role")).toBe("status");
    expect(keep).toHaveBeenCalledWith("m1", { serial: "HB-7", owner: "The beekeeper", note: "" });
    keep.mockRejectedValue(new ApiError({ type: "", title: "", status: 422, detail: "serial: is too long." }));
    await user.click(screen.getByRole("button", { name: "Keep" }));
    expect((await screen.findByRole("alert")).textContent).toBe("serial: is too long.");
    expect(screen.getByLabelText<HTMLInputElement>("Owner (may be left out)").value).toBe("The beekeeper");
  });

  it("without anything known says so", async () => {
    vi.spyOn(api, "machine").mockResolvedValue(
      record({ made: null, set: [], renewed: [], doubts: [], due: [], curves: [], visits: [] }),
    );
    open("/machines/m1");
    await screen.findByText("Nothing was left in doubt.");
    expect(screen.queryByRole("button", { name: "New job on this machine" })).toBeNull();
  });
});
