// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import type { SettingLoop } from "../../api/types";
import { catalogue, draw, job } from "../../testing/render";
import { roundOf, wrong } from "./round";
import { Setting } from "./setting";

const number = (id: string, name: string, row: Partial<SettingLoop["fields"][number]> = {}) => ({
  id,
  name,
  unit: "turns",
  set: false,
  min: 0,
  max: 12,
  optional: false,
  choices: null,
  proposed: null,
  ...row,
});
const loop = (row: Partial<SettingLoop> = {}): SettingLoop => ({
  id: "mixture-speed",
  place: null,
  name: "Mixture and speed",
  about: "Each moves the other.",
  before: ["Fully warm."],
  hazards: [],
  goals: [
    {
      id: "speed",
      name: "Wanted idle speed",
      unit: "rpm",
      min: 300,
      max: 4000,
      optional: false,
      value: 700,
      source: "usual in the trade",
    },
  ],
  fields: [
    number("screw", "Mixture screw", { set: true, proposed: 1.75 }),
    number("speed", "Idle speed", { unit: "rpm", min: 100, max: 5000 }),
    number("pinged", "Pinged", { unit: null, min: null, max: null, choices: { no: "no", yes: "yes" } }),
  ],
  rounds: [{ entry: "e1", values: { screw: 1.5, speed: 690, pinged: "no" } }],
  says: "Mixture screw to 1.75 turns. Wait, then read.",
  as: "go",
  curve: null,
  hold: null,
  ...row,
});

function open(loops: SettingLoop[], at = "/jobs/j/set/mixture-speed", trace = {}) {
  vi.spyOn(api, "settings").mockResolvedValue({ loops });
  vi.spyOn(api, "catalogue").mockResolvedValue(catalogue());
  vi.spyOn(api, "job").mockResolvedValue(job(trace));
  const add = vi.spyOn(api, "addEntries").mockResolvedValue(job(trace));
  const page = draw(
    <Routes>
      <Route path="/jobs/:id/set/:loop?" element={<Setting />} />
    </Routes>,
    at,
  );
  return { add, ...page };
}

describe("a setting loop", () => {
  it("says the next turn, has it laid ready, and takes the round down", async () => {
    const { add, user } = open([loop()]);
    expect(await screen.findByText("Mixture screw to 1.75 turns. Wait, then read.")).toBeTruthy();
    const take = screen.getByRole<HTMLButtonElement>("button", { name: "Take the round down" });
    expect(screen.getByLabelText<HTMLInputElement>("Mixture screw").value).toBe("1.75");
    expect(take.disabled).toBe(true);
    await user.type(screen.getByLabelText("Idle speed"), "71x");
    expect(screen.getByRole("alert").textContent).toBe("A number, please.");
    await user.type(screen.getByLabelText("Idle speed"), "{Backspace}5");
    await user.selectOptions(screen.getByLabelText("Pinged"), "no");
    await user.click(take);
    await waitFor(() => expect(add).toHaveBeenCalled());
    expect(add.mock.calls[0]?.[2]).toMatchObject([
      { kind: "setting", data: { loop: "mixture-speed", values: { screw: 1.75, speed: 715, pinged: "no" } } },
    ]);
    expect(screen.getByLabelText<HTMLInputElement>("Idle speed").value).toBe("");
  });

  it("keeps what is typed through a reload", async () => {
    const first = open([loop()]);
    await first.user.type(await screen.findByLabelText("Idle speed"), "705");
    first.unmount();
    open([loop()]);
    expect((await screen.findByLabelText<HTMLInputElement>("Idle speed")).value).toBe("705");
  });

  it("begins anew where it is asked to, and gives the goal with the round", async () => {
    const { add, user } = open([loop()]);
    await user.click(await screen.findByRole("button", { name: "Begin anew" }));
    await user.click(screen.getByRole("button", { name: "Set to 700 rpm" }));
    const goal = screen.getByLabelText("Wanted idle speed");
    await user.clear(goal);
    await user.type(goal, "650");
    await user.type(screen.getByLabelText("Idle speed"), "800");
    await user.selectOptions(screen.getByLabelText("Pinged"), "yes");
    await user.click(screen.getByRole("button", { name: "Take it down as found" }));
    await waitFor(() => expect(add).toHaveBeenCalled());
    expect(add.mock.calls[0]?.[2]).toMatchObject([{ data: { fresh: true, goals: { speed: 650 } } }]);
  });

  it("shows the rounds and their curve, and takes the last one back", async () => {
    const curve = {
      x: { name: "Mixture screw", unit: "turns" },
      y: { name: "Idle speed", unit: "rpm" },
      points: [
        [1.75, 710],
        [1.5, 690],
      ],
      peak: 1.7,
    };
    const { add, user } = open([loop({ curve, as: "settled", says: "Settled." })]);
    const rounds = await screen.findByRole("region", { name: "Rounds" });
    expect(within(rounds).getByRole("rowheader", { name: "As found" })).toBeTruthy();
    expect(screen.getByRole("img", { name: /Mixture and speed/ })).toBeTruthy();
    await user.click(within(rounds).getByRole("button", { name: "Strike the last round out" }));
    await waitFor(() => expect(add).toHaveBeenCalled());
    expect(add.mock.calls[0]?.[2]).toMatchObject([{ kind: "strike", data: { entry: "e1" } }]);
  });

  it("is chosen from what the machine has, each at its place", async () => {
    const one = loop({ id: "float", place: "1", name: "Float setting, Carburetor 1", rounds: [], says: "Begin." });
    const two = loop({ id: "float", place: "2", name: "Float setting, Carburetor 2", says: "Bend." });
    const { user } = open([one, two], "/jobs/j/set");
    expect((await screen.findByRole("link", { name: /Carburetor 2/ })).textContent).toContain("1 round, under way");
    await user.click(screen.getByRole("link", { name: /Carburetor 1/ }));
    expect((await screen.findByRole("heading", { level: 1 })).textContent).toBe("Float setting, Carburetor 1");
  });

  it("asks what must be safe first in the place of the turn, and takes no round", async () => {
    const gate = { id: "propeller", ask: "Propeller clear?", why: "It cannot be seen.", again: false };
    const hold: SettingLoop["hold"] = {
      kind: "gate",
      says: "Clear it first.",
      state: null,
      gate: { ...gate, raised: { symptom: null, check: null } },
    };
    const { add, user } = open([loop({ hold })]);
    expect((await screen.findByRole("heading", { level: 2, name: "Propeller clear?" })).textContent).toBeTruthy();
    expect(screen.queryByText(/Mixture screw to 1.75/)).toBeNull();
    expect(screen.queryByRole("button", { name: /Take/ })).toBeNull();
    await user.click(screen.getByRole("button", { name: /Yes, done/ }));
    await waitFor(() => expect(add).toHaveBeenCalled());
    expect(add.mock.calls[0]?.[2]).toMatchObject([{ kind: "gate", data: { gate: "propeller", safe: true } }]);
  });

  it("waits for the carburetor to be refitted, or for the repair", async () => {
    const refit = { kind: "refit" as const, says: "It is off.", state: { carburetor: "on" as const }, gate: null };
    const { add, user, unmount } = open([loop({ hold: refit })]);
    await user.click(await screen.findByRole("button", { name: /It is refitted/ }));
    await waitFor(() => expect(add).toHaveBeenCalled());
    expect(add.mock.calls[0]?.[2]).toMatchObject([{ kind: "state", data: { carburetor: "on" } }]);
    unmount();
    open([loop({ hold: { kind: "repair", says: "Until it is mended.", state: null, gate: null } })]);
    expect(await screen.findByText("Until it is mended.")).toBeTruthy();
    expect(screen.getByRole("link", { name: "Back to the trace" })).toBeTruthy();
  });

  it("of a closed job is only shown", async () => {
    open([loop()], undefined, { closing: { entry: "c", as: "proven", reason: null } });
    await screen.findByText(/Mixture screw to 1.75/);
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("a round", () => {
  const all = { screw: "1,5", speed: "700", pinged: "no" };

  it("is whole, or none", () => {
    expect(roundOf(loop(), all, {}, false)).toEqual({
      loop: "mixture-speed",
      values: { screw: 1.5, speed: 700, pinged: "no" },
    });
    expect(roundOf(loop({ place: "2" }), all, { speed: "700" }, false)).toMatchObject({ place: "2" });
    expect(roundOf(loop(), { ...all, speed: "" }, {}, false)).toBeNull();
    expect(roundOf(loop(), { ...all, speed: "9999" }, {}, false)).toBeNull();
    expect(roundOf(loop(), all, { speed: "2" }, false)).toBeNull();
    const asked = loop({ goals: loop().goals.map((goal) => ({ ...goal, value: null })) });
    expect(roundOf(asked, all, {}, false)).toBeNull();
    expect(roundOf(asked, all, { speed: "690" }, false)?.goals).toEqual({ speed: 690 });
  });

  it("says what is wrong with a number", () => {
    const row = { min: 0, max: 12, unit: "turns" };
    expect([wrong(row, ""), wrong(row, "3"), wrong(row, "13"), wrong(row, "x")]).toEqual([
      null,
      null,
      "From 0 to 12 turns.",
      "A number, please.",
    ]);
  });
});
