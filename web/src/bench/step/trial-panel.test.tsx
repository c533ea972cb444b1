// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { job } from "../../testing/render";
import { PlanCard } from "../suspects/plan-card";
import { TrialPanel } from "./trial-panel";

const trial = {
  setting: "jet",
  name: "Main jet",
  unit: "number",
  do: "By a small step.",
  place: null,
  places: [],
  from: 110,
  advice: ["One more step."],
};
const next = { kind: "trial", reason: "Set-up: 4 of 8.", trial };
const trials = [{ entry: "4", setting: "jet", name: "Main jet", place: null, from: 108, to: 110, result: "better" }];

describe("a trial of the set-up", () => {
  it("goes on from where it stands, says how far, and records what it did", async () => {
    const { sent, user } = atDesk(<TrialPanel />, { job: job({ next, trials }) });
    expect(screen.getByText("One more step.")).toBeTruthy();
    expect(screen.getByText("Main jet: 108 to 110, better")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("It stood at").value).toBe("110");
    await user.type(screen.getByLabelText("Now at"), "113");
    await user.click(screen.getByRole("button", { name: /^Right/ }));
    expect(sent.map((one) => [one.kind, one.data])).toEqual([
      ["trial", { setting: "jet", from: 110, to: 113, result: "right" }],
    ]);
  });

  it("names the barrel, and begins where that barrel stands", async () => {
    const places = [
      { id: "first", name: "First barrel", done: true, from: 122 },
      { id: "second", name: "Second barrel", done: false, from: null },
    ];
    const place = { id: "first", name: "First barrel" };
    const several = { ...next, trial: { ...trial, from: null, place: "second", places } };
    const tried = [{ ...trials[0], place }];
    const { sent, user } = atDesk(<TrialPanel />, { job: job({ next: several, trials: tried }) });
    expect(screen.getByText("Main jet, First barrel: 108 to 110, better")).toBeTruthy();
    expect(screen.getByRole("radio", { name: "Second barrel" }).getAttribute("aria-checked")).toBe("true");
    expect(screen.getByLabelText<HTMLInputElement>("It stood at").value).toBe("");
    await user.type(screen.getByLabelText("Now at"), "145");
    await user.click(screen.getByRole("radio", { name: /First barrel/ }));
    expect(screen.getByLabelText<HTMLInputElement>("It stood at").value).toBe("122");
    await user.click(screen.getByRole("button", { name: /^Better/ }));
    expect(sent.map((one) => one.data)).toEqual([
      { setting: "jet", from: 122, to: 145, result: "better", place: "first" },
    ]);
  });

  it("leaves a setting as it stands, asking only where that is", async () => {
    const left = [{ ...trials[0], to: 108, result: "left" }];
    const { sent, user } = atDesk(<TrialPanel />, {
      job: job({ next: { ...next, trial: { ...trial, from: null } }, trials: left }),
    });
    expect(screen.getByText("Main jet: left at 108")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /^Leave it/ }));
    expect(screen.getAllByRole("alert")).toHaveLength(1);
    await user.type(screen.getByLabelText("It stood at"), "110");
    await user.click(screen.getByRole("button", { name: /^Leave it/ }));
    expect(sent.map((one) => one.data)).toEqual([{ setting: "jet", from: 110, to: 110, result: "left" }]);
  });

  it("says at the field what is missing or was not changed, and keeps what was typed", async () => {
    const { sent, user } = atDesk(<TrialPanel />, { job: job({ next, trials: [] }) });
    await user.click(screen.getByRole("button", { name: /^Worse/ }));
    expect(screen.getByRole("alert").textContent).toMatch(/Type a number/);
    await user.type(screen.getByLabelText("Now at"), "110");
    expect(screen.getByRole("alert").textContent).toMatch(/stands where it stood/);
    expect(sent).toEqual([]);
    expect(screen.getByLabelText<HTMLInputElement>("Now at").value).toBe("110");
  });
});

describe("the plan of a job", () => {
  it("shows what is done of it and what comes next", () => {
    const steps = [
      { id: "a", kind: "check", name: "Where is it wet?", done: true },
      { id: "b", kind: "check", name: "Control travel", done: false },
    ];
    atDesk(<PlanCard />, { job: job({ plan: { id: "round", name: "Round", says: "Each time.", steps } }) });
    const rows = screen.getAllByRole("listitem");
    expect(rows.map((row) => row.getAttribute("aria-current"))).toEqual([null, "step"]);
    expect(screen.getByLabelText("done")).toBeTruthy();
  });
});
