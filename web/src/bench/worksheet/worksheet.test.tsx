// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import type { NewEntry, WorkSheet } from "../../api/types";
import { catalogue, draw, job } from "../../testing/render";
import { sheetPath } from "./path";
import { Worksheet } from "./worksheet";

vi.mock("../../section/section", () => ({ Section: () => null }));
const sent: NewEntry[] = [];
vi.mock("../use-job", () => ({
  useJob: () => ({
    query: { data: current, isPending: false },
    parcels: [],
    outbox: null,
    add: (...entries: NewEntry[]) => Promise.resolve(void sent.push(...entries)),
  }),
}));
let current = job({});

const step = (id: string, row: Partial<WorkSheet["sections"][number]["steps"][number]> = {}) => ({
  id,
  do: `Do ${id}.`,
  stop: null,
  check: null,
  spots: [],
  hazards: [],
  part: null,
  note: [],
  figures: [],
  ...row,
});
const sheet = (row: Partial<WorkSheet> = {}): WorkSheet => ({
  repair: "level-low",
  name: "Float too low: set the level",
  text: "Set the float.",
  place: null,
  machine: "Cider press",
  family: "Single-barrel downdraft",
  purpose: "It starves.",
  state: "open",
  minutes: 8,
  refers: false,
  irreversible: false,
  parts: ["lid gasket"],
  tools: ["float gauge"],
  cautions: [{ id: "vapour", name: "Vapour", caution: "No flame near it.", acknowledge: true }],
  sections: [
    {
      id: "in",
      name: "The way in",
      steps: [
        step("in:lid", {
          part: "lid",
          note: [
            { id: "count", name: "how many", number: true },
            { id: "way", name: "which way round", number: false },
          ],
          hazards: ["vapour"],
        }),
      ],
    },
    {
      id: "work",
      name: "The work",
      steps: [
        step("work:set", {
          stop: "Two readings agree.",
          check: { id: "float-level", name: "Float setting" },
          figures: [
            { id: "height", name: "Float height", text: null, source: null, usual: null },
            { id: "found", name: "As found", text: "24 mm", source: "measured in this job", usual: null },
          ],
        }),
      ],
    },
    { id: "back", name: "Back together", steps: [step("back:lid", { part: "lid" })] },
  ],
  schools: [],
  choices: [],
  left: [{ figure: "float-height", name: "Float height", unit: "mm", wanted: "20 to 22 mm", source: "card" }],
  proof: [{ kind: "check", id: "hold-test", name: "Inlet valve holds", done: false }],
  avoid: "Set by measure.",
  ...row,
});

function open(row: Partial<WorkSheet> = {}) {
  vi.spyOn(api, "catalogue").mockResolvedValue(catalogue({ checks: [] }));
  vi.spyOn(api, "workSheet").mockResolvedValue(sheet(row));
  return draw(
    <Routes>
      <Route path="/jobs/:id/sheet/:repair" element={<Worksheet />} />
      <Route path="/jobs/:id" element={<p>The bench</p>} />
    </Routes>,
    sheetPath("job-1", "level-low"),
  );
}
const at = (text: string) => screen.findByRole("heading", { name: text });
const press = (key: string) => fireEvent.keyDown(document.body, { key });

beforeEach(() => {
  sent.length = 0;
  current = job({ closing: null, round: 0, next: { repair: null } });
});

describe("a work sheet", () => {
  it("stands one step large, with its caution, what to note, its figures and its check", async () => {
    open();
    await at("Do in:lid.");
    expect(screen.getByText(/The way in · step 1 of 3/)).toBeTruthy();
    expect(screen.getAllByText("No flame near it.", { exact: false }).length).toBeGreaterThan(0);
    expect(screen.getByLabelText("How many")).toBeTruthy();
    press("ArrowRight");
    await at("Do work:set.");
    expect(screen.getAllByText("Two readings agree.", { exact: false }).length).toBeGreaterThan(0);
    expect(screen.getByText(/As found: measured in this job/)).toBeTruthy();
    expect(screen.getByText(/Float height: nobody has said it here/)).toBeTruthy();
    const link = screen.getByRole("link", { name: "Take the check: Float setting" });
    expect(link.getAttribute("href")).toContain("?check=float-level");
  });

  it("is worked through by one key, keeps its ticks through a reload, and records what was left", async () => {
    const first = open();
    await at("Do in:lid.");
    press("Enter");
    await at("Do work:set.");
    expect(document.activeElement?.textContent).toBe("Do work:set.");
    first.unmount();
    const { user } = open();
    await at("Do work:set.");
    expect(screen.getByText("1 of 3")).toBeTruthy();
    press("Enter");
    await at("Do back:lid.");
    press("Enter");
    const field = await screen.findByLabelText("Float height");
    await user.type(field, "21,5");
    expect(screen.getByText(/Then it is shown by: Inlet valve holds/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Repaired" }));
    expect(sent.map((one) => one.kind)).toEqual(["removed", "refitted", "repair"]);
    expect(sent[2]).toMatchObject({ data: { repair: "level-low", left: { "float-height": 21.5 } } });
    expect(sent[2]?.data).not.toHaveProperty("undone");
    await screen.findByText("The bench");
    expect(Object.keys(localStorage).filter((key) => key.includes("sheet.job"))).toEqual([]);
  });

  it("says what was not ticked, records it, and refuses what is no number", async () => {
    const { user } = open();
    await at("Do in:lid.");
    press("Enter");
    await user.click(screen.getByRole("button", { name: "On without a tick" }));
    await user.click(screen.getByRole("button", { name: "On without a tick" }));
    const ending = await screen.findByRole("region", { name: "At the end" });
    expect(within(ending).getByText("Do work:set.")).toBeTruthy();
    const field = within(ending).getByLabelText("Float height");
    await user.type(field, "high");
    expect(within(ending).getByText("A number, as it was read")).toBeTruthy();
    const record = within(ending).getByRole<HTMLButtonElement>("button", { name: "Repaired, 2 steps not done" });
    expect(record.disabled).toBe(true);
    await user.clear(field);
    await user.click(record);
    expect(sent.at(-1)).toMatchObject({ kind: "repair", data: { undone: ["work:set", "back:lid"] } });
  });

  it("has the job know what came off, what was noted of it, and that it went back", async () => {
    const { user } = open();
    await at("Do in:lid.");
    await user.type(screen.getByLabelText("How many"), "some");
    press("Enter");
    expect(sent).toEqual([]);
    expect(screen.getByText("A number")).toBeTruthy();
    await user.clear(screen.getByLabelText("How many"));
    await user.type(screen.getByLabelText("How many"), "6");
    await user.type(screen.getByLabelText("Which way round"), "arrow to the fan");
    await user.click(screen.getByRole("radio", { name: "In doubt" }));
    await user.click(screen.getByRole("button", { name: "Done" }));
    const notes = { count: "6", way: "arrow to the fan" };
    expect(sent).toMatchObject([{ kind: "removed", data: { part: "lid", notes, condition: "doubt" } }]);
    press("v");
    await user.click(await screen.findByRole("checkbox", { name: /Do back:lid/ }));
    expect(sent[1]).toMatchObject({ kind: "refitted", data: { entry: sent[0]?.id } });
  });

  it("takes back what was ticked off by mistake, and takes nothing off twice", async () => {
    const off = { entry: "e1", part: "lid", name: "Lid", notes: [], condition: "reuse", place: null, refit: null };
    current = job({ closing: null, round: 0, next: { repair: null }, parts_off: [{ ...off, back: null }] });
    const { user } = open();
    await at("Do in:lid.");
    press("Enter");
    expect(sent).toEqual([]);
    press("v");
    await user.click(await screen.findByRole("checkbox", { name: /Do in:lid/ }));
    expect(sent).toMatchObject([{ kind: "strike", data: { entry: "e1" } }]);
  });

  it("is a list to tick as well, by key, and remembers which way it was shown", async () => {
    const first = open();
    await at("Do in:lid.");
    press("v");
    const box = await screen.findByRole("checkbox", { name: /Do back:lid/ });
    fireEvent.click(box);
    expect(screen.getByText("1 of 3")).toBeTruthy();
    first.unmount();
    open();
    expect((await screen.findByRole<HTMLInputElement>("checkbox", { name: /Do back:lid/ })).checked).toBe(true);
  });

  it("is read aloud by the browser's own voice, and hushed again", async () => {
    const said: string[] = [];
    const voice = { speak: (one: { text: string }) => said.push(one.text), cancel: vi.fn() };
    vi.stubGlobal("speechSynthesis", voice);
    vi.stubGlobal(
      "SpeechSynthesisUtterance",
      class {
        constructor(readonly text: string) {}
      },
    );
    const { user } = open();
    await at("Do in:lid.");
    await user.click(screen.getByRole("button", { name: "Read it aloud" }));
    expect(said).toEqual(["Do in:lid. Caution: Vapour."]);
    await user.click(await screen.findByRole("button", { name: "Stop reading" }));
    await waitFor(() => expect(screen.getByRole("button", { name: "Read it aloud" })).toBeTruthy());
    vi.unstubAllGlobals();
  });

  it("records nothing where the work is for others, nor on a closed job", async () => {
    const first = open({ refers: true });
    await at("Do in:lid.");
    press("v");
    await screen.findByRole("region", { name: "At the end" });
    expect(screen.queryByRole("button", { name: /Repaired/ })).toBeNull();
    first.unmount();
    current = job({ closing: { as: "proven", reason: null }, round: 0, next: { repair: null } });
    open();
    const record = await screen.findByRole<HTMLButtonElement>("button", { name: /Repaired/ });
    expect(record.disabled).toBe(true);
  });
});
