// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { job } from "../../testing/render";
import { Suspects } from "./suspects";

const suspect = (id: string, probability: number, more: Record<string, unknown> = {}) => ({
  id,
  name: `Fault ${id}`,
  why: `Why ${id}.`,
  circuit: "pump",
  probability,
  blame: probability,
  reasons: null,
  ...more,
});
const nine = Array.from({ length: 9 }, (_, i) => suspect(String(i), 0.5 - i / 20));
const found = [{ entry: "2", kind: "check", id: "x", words: [], says: "X", did: [] }];
const suspects = (trace: Record<string, unknown>) =>
  atDesk(<Suspects />, { job: job({ faults: nine, sets: [], neglected: 0, ...trace }) });

describe("the suspects", () => {
  it("are the leading seven with their odds, each with its reasons when opened", async () => {
    const reasons = {
      for: [{ entry: "2", decibans: 12.4, says: "Pump shot: weak" }],
      against: [{ entry: "3", decibans: -4.1, says: "Filter: clean" }],
    };
    const { user } = suspects({ faults: [suspect("cup", 0.6, { reasons }), ...nine] });
    expect(screen.getAllByRole("listitem")).toHaveLength(7);
    await user.click(screen.getByRole("button", { name: /Fault cup/ }));
    expect(screen.getByText("Why cup.")).toBeTruthy();
    expect(screen.getByText("Pump shot: weak").parentElement?.textContent).toBe("+12Pump shot: weak");
    expect(screen.getByText("Filter: clean").parentElement?.textContent).toBe("−4Filter: clean");
  });

  it("are those that explain something, by how much: a common fault that explains nothing is none", () => {
    suspects({ faults: [suspect("cup", 0.3, { blame: 0.8 }), suspect("grit", 0.2, { blame: 0 })] });
    expect(screen.getAllByRole("listitem")).toHaveLength(1);
    expect(screen.getByRole("button", { name: /80.*Fault cup/ })).toBeTruthy();
  });

  it("stand beside what was found, which is mended or left with a reason", async () => {
    const defect = {
      fault: "reversed",
      name: "Filter reversed",
      says: "In-line filter: reversed",
      status: "open",
      repair: { id: "reversed", name: "Filter reversed: renew it", minutes: 5 },
    };
    const { sent, user } = suspects({ defects: [defect], faults: [suspect("reversed", 1), suspect("cup", 0.3)] });
    const box = within(screen.getByRole("region", { name: "Found" }));
    await user.click(box.getByRole("button", { name: "found: filter reversed - mend" }));
    expect(screen.queryByRole("button", { name: /Fault reversed/ })).toBeNull();
    await user.click(box.getByRole("button", { name: /^Repaired/ }));
    await user.click(box.getByRole("button", { name: "Leave it as it is" }));
    await user.type(box.getByLabelText("Why?"), "the owner wants it so");
    await user.click(box.getByRole("button", { name: "Leave it" }));
    expect(sent.map((one) => [one.kind, one.data])).toEqual([
      ["repair", { repair: "reversed" }],
      ["waive", { fault: "reversed", reason: "the owner wants it so" }],
    ]);
  });

  it("say so when nothing speaks for or against yet", async () => {
    const { user } = suspects({ faults: [suspect("cup", 0.1, { reasons: { for: [], against: [] } })] });
    await user.click(screen.getByRole("button", { name: /Fault cup/ }));
    expect(screen.getByText("Nothing found speaks for or against it yet.")).toBeTruthy();
  });
});

describe("faults taken together", () => {
  const set = (faults: string[], probability: number, outside = false) => ({ faults, probability, outside });

  it("are named in words, the likely ones alone", () => {
    suspects({
      findings: found,
      sets: [set(["0", "1"], 0.5), set([], 0.2), set([], 0.1, true), set(["2"], 0.01)],
    });
    const rows = within(screen.getByText("Together they explain it").parentElement as HTMLElement).getAllByRole(
      "listitem",
    );
    expect(rows.map((row) => row.textContent.replace(/^\d+\s%/, ""))).toEqual([
      "Fault 0 and Fault 1",
      "Nothing wrong that the catalogue knows",
      "Something outside this catalogue",
    ]);
  });

  it("are not spoken of before anything was found", () => {
    suspects({ sets: [set(["0"], 0.5)] });
    expect(screen.queryByText("Together they explain it")).toBeNull();
  });

  it.each([
    [0.7, /Too little has been found to tell such sets apart/],
    [0.03, /more than three faults.*about 3\s% of belief/],
  ])("say what was not looked at (%d)", (neglected, says) => {
    suspects({ findings: found, sets: [set(["0"], 0.5)], neglected });
    expect(screen.getByText(says)).toBeTruthy();
  });

  it("keep quiet about next to nothing", () => {
    suspects({ findings: found, sets: [set(["0"], 0.5)], neglected: 0.001 });
    expect(screen.queryByText(/three faults/)).toBeNull();
  });
});
