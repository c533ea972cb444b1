// @vitest-environment jsdom
import { fireEvent, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { catalogue, job } from "../../testing/render";
import { PlanCard } from "../suspects/plan-card";
import { TaskPanel } from "./task-panel";

const task = {
  task: "tank-full",
  id: "task:tank-full",
  do: "Tank full to the neck.",
  stop: "Fuel at the neck.",
  check: null,
  spots: [],
  hazards: ["vapour"],
  part: null,
  note: [],
  figures: [{ id: "f", name: "Idle speed", text: "700 rpm", source: "card Press", usual: null }],
};
const words = catalogue({ hazards: [{ id: "vapour", name: "Vapour", caution: "No flame.", acknowledge: true }] });
const next = { reason: "Lay-up: 2 of 7.", task };
const read = { read: ["vapour"], danger: [] };

describe("a task of a plan", () => {
  it("is done once its cautions are read, by button or Enter", async () => {
    const first = atDesk(<TaskPanel />, { job: job({ next, cautions: { read: [], danger: [] } }), catalogue: words });
    expect(screen.getByRole("heading", { name: "Tank full to the neck." })).toBeTruthy();
    expect(screen.getByText(/Fuel at the neck/)).toBeTruthy();
    expect(screen.getByText("Idle speed: card Press.")).toBeTruthy();
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(first.sent).toEqual([]);
    first.unmount();
    const { sent, user } = atDesk(<TaskPanel />, { job: job({ next, cautions: read }), catalogue: words });
    await user.click(screen.getByRole("button", { name: "Done" }));
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(sent.map((one) => one.data)).toEqual([{ task: "tank-full" }, { task: "tank-full" }]);
  });

  it("is left out only with a reason", async () => {
    const { sent, user } = atDesk(<TaskPanel />, { job: job({ next, cautions: read }), catalogue: words });
    await user.click(screen.getByRole("button", { name: "Leave it out" }));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Leave it out" }).disabled).toBe(true);
    await user.type(screen.getByLabelText("Why it is left out"), "sold tomorrow{Enter}");
    expect(sent).toMatchObject([{ kind: "task", data: { task: "tank-full", left: "sold tomorrow" } }]);
  });

  it("stands in the plan with what was left out, and when it is due again", () => {
    const steps = [
      { id: "a", kind: "task", name: "Tank full", done: true, left: "sold tomorrow" },
      { id: "b", kind: "task", name: "Tap off", done: false, left: null },
    ];
    const plan = { id: "lay-up", name: "Lay-up", says: "Put away.", due: "At the end of the season.", steps };
    atDesk(<PlanCard />, { job: job({ plan }) });
    expect(screen.getByText("left out: sold tomorrow")).toBeTruthy();
    expect(screen.getByText("Due: At the end of the season.")).toBeTruthy();
    expect(screen.queryByLabelText("done")).toBeNull();
  });
});
