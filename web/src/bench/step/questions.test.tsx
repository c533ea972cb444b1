// @vitest-environment jsdom
import { fireEvent, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { catalogue, job } from "../../testing/render";
import { AskPanel } from "./ask-panel";
import { GatePanel } from "./gate-panel";
import { RecreatePanel } from "./recreate-panel";
import { SettlePanel } from "./settle-panel";

const words = catalogue({
  symptoms: [{ id: "stumble", name: "Stumbles" }],
  conditions: [{ id: "cold", name: "stone cold", axis: "heat" }],
  gates: [{ id: "fuel-out", done: "Fuel off, wiped dry", says: "Fuel runs out." }],
});
const next = (row: Record<string, unknown>, rest: Record<string, unknown> = {}) => ({
  job: job({ next: { reason: "Because.", ...row }, ...rest }),
  catalogue: words,
});

describe("a question", () => {
  const ask = { symptom: "stumble", condition: null, name: "Stumbles", note: "Lean.", saves: 3 };

  it("of a symptom is answered by three large buttons or their digits, and is no complaint", async () => {
    const { sent, user } = atDesk(<AskPanel />, next({ ask }));
    expect(screen.getByRole("heading", { name: "Does it do this too: stumbles?" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Yes" }));
    fireEvent.keyDown(document.body, { key: "2" });
    fireEvent.keyDown(document.body, { key: "3" });
    expect(sent.map((one) => one.data)).toEqual(
      ["present", "absent", "unknown"].map((seen) => ({ symptom: "stumble", seen, asked: true })),
    );
  });

  it("of a condition says when, and takes that nobody knows", async () => {
    const { sent, user } = atDesk(<AskPanel />, next({ ask: { ...ask, condition: "cold" } }));
    expect(screen.getByRole("heading", { name: "Does it do it stone cold?" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Nobody knows" }));
    expect(sent[0]).toMatchObject({
      kind: "condition",
      data: { symptom: "stumble", condition: "cold", answer: "unknown" },
    });
  });
});

describe("a gate", () => {
  const gate = {
    id: "fuel-out",
    ask: "Tap shut?",
    why: "It burns.",
    again: false,
    raised: { symptom: "flood", check: null },
  };

  it("asks shortly, says why, and takes nothing but that it is done", async () => {
    const { sent, user } = atDesk(<GatePanel />, next({ gate }));
    expect(screen.getByRole("heading", { name: "Tap shut?" })).toBeTruthy();
    expect(screen.getByText("It burns.")).toBeTruthy();
    expect(screen.getAllByRole("button")).toHaveLength(1);
    await user.click(screen.getByRole("button", { name: /Yes, done/ }));
    expect(sent).toMatchObject([{ kind: "gate", data: { gate: "fuel-out", safe: true } }]);
  });

  it("after a repair takes no for an answer: it still runs out", async () => {
    const { sent, user } = atDesk(<GatePanel />, next({ gate: { ...gate, again: true } }));
    await user.click(screen.getByRole("button", { name: /^No/ }));
    expect(sent).toMatchObject([{ kind: "symptom", data: { symptom: "flood", seen: "present" } }]);
  });
});

it("two findings that cannot both be right are settled: one is struck out, or the repair recorded", async () => {
  const settle = {
    fault: "reversed",
    name: "Filter reversed",
    found: { entry: "4", says: "Filter: reversed" },
    denied: { entry: "6", says: "Filter: clean" },
  };
  const { sent, user } = atDesk(<SettlePanel />, next({ settle }));
  await user.click(screen.getByRole("button", { name: /Filter: reversed/ }));
  await user.click(screen.getByRole("button", { name: /Filter: clean/ }));
  await user.click(screen.getByRole("button", { name: /mended in between/ }));
  expect(sent.map((one) => one.data)).toEqual([{ entry: "6" }, { entry: "4" }, { repair: "reversed" }]);
});

describe("a complaint made to happen again", () => {
  const recreate = {
    symptom: "stumble",
    name: "Stumbles",
    way: "tomorrow",
    way_name: "Cold tomorrow",
    do: "Leave it.",
    minutes: 6,
  };

  it("is shown or not, or the machine is put aside for it; a cold try sets the state with it", async () => {
    const warm = { state: { engine: "warm", carburetor: "on", changes: { engine: {}, carburetor: {} } } };
    const { sent, user } = atDesk(<RecreatePanel />, next({ recreate: { ...recreate, aside: "cooling" } }, warm));
    expect(screen.getByRole("heading", { name: "Cold tomorrow" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "It did it" }));
    await user.click(screen.getByRole("button", { name: "Put aside until it is cold" }));
    expect(sent.map((one) => [one.kind, one.data])).toEqual([
      ["state", { engine: "cold" }],
      ["recreate", { symptom: "stumble", way: "tomorrow", shown: true }],
      ["wait", { for: "cooling" }],
    ]);
  });

  it("says that the complaint stands where it could not be shown", async () => {
    const { sent, user } = atDesk(<RecreatePanel />, next({ recreate: { ...recreate, aside: null } }));
    await user.click(screen.getByRole("button", { name: /It did not/ }));
    expect(sent).toMatchObject([{ kind: "recreate", data: { shown: false } }]);
    expect(screen.queryByRole("button", { name: /aside/ })).toBeNull();
  });
});
