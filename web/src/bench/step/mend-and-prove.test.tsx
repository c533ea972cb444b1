// @vitest-environment jsdom
import { fireEvent, screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { catalogue, check, job } from "../../testing/render";
import { RepairDialog } from "../sheets/repair-dialog";
import { ClosePanel } from "./close-panel";
import { ProofPanel } from "./proof-panel";
import { RepairPanel } from "./repair-panel";

const plan = {
  id: "pump-cup",
  name: "Pump cup: renew",
  text: "Renew the cup and oil it.",
  minutes: 20,
  success: 0.95,
  probability: 0.91,
  refers: false,
  hazards: ["vapour"],
};
const cup = { id: "pump-cup", name: "Pump cup hard", why: "It no longer seals.", probability: 0.91 };
const words = catalogue({
  checks: [check({ id: "pump-shot", name: "Pump shot", reading: null })],
  hazards: [{ id: "vapour", name: "Vapour", caution: "No flame near it.", acknowledge: true }],
});
const next = (row: Record<string, unknown>) => ({ reason: "Proven enough.", repairs: [], ...row });
const read = { read: ["vapour"], danger: [] };

describe("time to mend", () => {
  const due = (trace: Record<string, unknown> = {}, repair: Record<string, unknown> = plan) =>
    atDesk(<RepairPanel />, { job: job({ next: next({ repair }), faults: [cup], ...trace }), catalogue: words });

  it("says what, why now, and what it takes", () => {
    due();
    expect(screen.getByRole("heading", { name: "Pump cup: renew" })).toBeTruthy();
    for (const said of ["Proven enough.", "It no longer seals.", "Renew the cup and oil it."])
      expect(screen.getByText(said)).toBeTruthy();
    expect(screen.getByText(/About 20 min.*succeeds 95/)).toBeTruthy();
  });

  it("is recorded only after its cautions are read, by key too", async () => {
    const { sent, user, unmount } = due();
    expect(screen.getByText<HTMLButtonElement>("Repaired").disabled).toBe(true);
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(sent).toHaveLength(0);
    await user.click(screen.getByText("Read and seen to"));
    expect(sent).toMatchObject([{ kind: "caution" }]);
    unmount();
    const after = due({ cautions: read });
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(after.sent).toMatchObject([{ kind: "repair", data: { repair: "pump-cup" } }]);
  });

  it("says what it took where that was another time", async () => {
    const { sent, user } = due({ cautions: read });
    await user.click(screen.getByRole("button", { name: "It took another time" }));
    await user.type(screen.getByLabelText("Minutes it took"), "35");
    await user.click(screen.getByText("Repaired"));
    expect(sent[0]?.data).toEqual({ repair: "pump-cup", minutes: 35 });
  });

  it("refers out with the reason where it is not for this shop, and never by a stray Enter", async () => {
    const { sent, user } = due({ cautions: read }, { ...plan, refers: true });
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(sent).toHaveLength(0);
    await user.click(screen.getByText("Refer it out and close"));
    expect(sent).toMatchObject([{ kind: "close", data: { as: "referred", reason: "Proven enough." } }]);
  });

  it("is nothing without a plan", () => {
    atDesk(<RepairPanel />, { job: job({ next: next({ repair: null }) }) });
    expect(screen.queryByRole("heading")).toBeNull();
  });
});

describe("a repair taken before it is proposed", () => {
  it("lists the leading ones with their odds, and records the one that was done", async () => {
    const shut: boolean[] = [];
    const { sent, user } = atDesk(<RepairDialog open onOpenChange={(open) => shut.push(open)} />, {
      job: job({ next: next({ repairs: [plan] }) }),
    });
    expect(screen.getByText(/91.*20 min · Renew the cup/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Repaired: Pump cup: renew" }));
    expect(sent).toMatchObject([{ kind: "repair", data: { repair: "pump-cup" } }]);
    expect(shut).toEqual([false]);
  });

  it("says so when nothing stands out", () => {
    atDesk(<RepairDialog open onOpenChange={() => undefined} />, { job: job({ next: next({}) }) });
    expect(screen.getByText("Nothing stands out enough to mend yet.")).toBeTruthy();
  });
});

describe("proving it", () => {
  const items = [
    { kind: "check", id: "pump-shot", name: "Pump shot", done: true },
    { kind: "symptom", id: "hesitation", name: "Hesitation", done: false },
  ];
  const proving = (proof: unknown) =>
    atDesk(<ProofPanel />, { job: job({ next: next({ proof }), proof: items }), catalogue: words });

  it("asks whether the complaint is gone, and shows what is still to do", async () => {
    const { sent, user } = proving(items[1]);
    const list = screen.getByRole("list", { name: "Proof" });
    expect(within(list).getByText("Repeated: Pump shot").textContent).toContain("(done)");
    expect(within(list).getByText("Gone: Hesitation").textContent).toContain("(to do)");
    expect(screen.getByRole("heading", { name: "Hesitation: is it gone?" })).toBeTruthy();
    await user.click(screen.getByText("Still there"));
    fireEvent.keyDown(document.body, { key: "1" });
    expect(sent.map((one) => one.data)).toEqual([
      { symptom: "hesitation", seen: "present" },
      { symptom: "hesitation", seen: "absent" },
    ]);
  });

  it("repeats the check that failed", async () => {
    const { sent, user } = proving(items[0]);
    await user.click(screen.getByRole("button", { name: /In range/ }));
    expect(sent).toMatchObject([{ kind: "check", data: { check: "pump-shot", outcomes: ["in-range"] } }]);
  });
});

describe("the end", () => {
  const repairs = [
    { entry: "7", id: "pump-cup", name: "Pump cup: renew", was: { "pump-cup": 0.91, other: 0.02, least: 0.01 } },
  ];

  it("says what was wrong with its odds when the work began, and closes by button or Enter", async () => {
    const { sent, user } = atDesk(<ClosePanel />, { job: job({ repairs, faults: [cup], minutes: 42 }) });
    const mended = within(screen.getByRole("list", { name: "What was wrong" })).getByText(/Pump cup: renew/);
    expect(mended.textContent).toMatch(/Pump cup hard 91.*· other 2/);
    expect(screen.getByText(/42 bench minutes/)).toBeTruthy();
    await user.click(screen.getByText("Close as proven"));
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(sent.map((one) => one.data)).toEqual([{ as: "proven" }, { as: "proven" }]);
  });

  it("names what is still off, and closes by nothing until it is back on", () => {
    const { sent } = atDesk(<ClosePanel />, { job: job({ repairs, loose_ends: ["air cleaner", "Lid"] }) });
    expect(screen.getByRole("status").textContent).toContain("Still off: air cleaner, Lid.");
    expect(screen.getByText<HTMLButtonElement>("Close as proven").disabled).toBe(true);
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(sent).toEqual([]);
  });

  it("closes what was found and left as it is without proof, with the reason in view", async () => {
    const left = { fault: "pump-cup", name: "Pump cup hard", status: "waived", reason: "sold as it is", place: null };
    const { user } = atDesk(<ClosePanel />, { job: job({ defects: [left] }) });
    expect(screen.getByRole("heading", { name: "Found, and left as it is" })).toBeTruthy();
    expect(screen.getByText("Pump cup hard: sold as it is")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Close without proof" }));
    expect(await screen.findByRole("button", { name: "Close as unproven" })).toBeTruthy();
  });

  it("does not call proven what could not be repeated: it closes without proof, with the reason", async () => {
    const proof = [
      { kind: "symptom", id: "hesitation", name: "Hesitation", done: true },
      { kind: "check", id: "pump-shot", name: "Pump shot?", done: false },
    ];
    const { sent, user } = atDesk(<ClosePanel />, { job: job({ repairs, proof, minutes: 42 }) });
    expect(screen.getByText("Not shown: Pump shot.")).toBeTruthy();
    expect(screen.queryByText("Close as proven")).toBeNull();
    fireEvent.keyDown(document.body, { key: "Enter" });
    const dialog = within(screen.getByRole("dialog", { name: "Close it otherwise" }));
    await user.type(dialog.getByRole("textbox"), "the cover is riveted");
    await user.click(dialog.getByRole("button", { name: "Close as unproven" }));
    expect(sent.map((one) => one.data)).toEqual([{ as: "unproven", reason: "the cover is riveted" }]);
  });

  it("says what of a plan could not be looked at", () => {
    const steps = [
      { id: "wet", kind: "check", name: "Where is it wet?", done: false, left: "the cowling is away" },
      { id: "oil", kind: "task", name: "Oil the shaft.", done: true, left: null },
    ];
    atDesk(<ClosePanel />, { job: job({ plan: { id: "p", name: "Round", says: "", due: null, steps } }) });
    expect(screen.getByText("Not shown: Where is it wet.")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Close without proof" })).toBeTruthy();
  });

  it("begins the next job on this machine with what is known of it", async () => {
    const machine = {
      family: "car-one",
      called: "Cider press",
      card: null,
      features: [],
      carburetors: 1,
      cylinders: null,
      engine: { power: null, displacement: null, full_speed: null },
    };
    const closing = { as: "proven", reason: null };
    const { user } = atDesk(<ClosePanel />, { job: job({ closing, machine }) });
    await user.click(screen.getByRole("button", { name: "New job on this machine" }));
    expect(JSON.parse(localStorage.getItem("upper-branch.intake") ?? "{}")).toMatchObject({ name: "Cider press" });
  });

  it.each([
    ["proven", "Closed, proven"],
    ["referred", "Referred out with the findings"],
    ["unproven", "Closed without proof"],
  ])("once closed as %s says so and takes nothing more", (as, title) => {
    const { sent } = atDesk(<ClosePanel />, { job: job({ closing: { as, reason: "As agreed." } }) });
    expect(screen.getByRole("heading", { name: title })).toBeTruthy();
    expect(screen.getByText("As agreed.")).toBeTruthy();
    expect(screen.getByText("Nothing was repaired here.")).toBeTruthy();
    expect(screen.queryByText("Close as proven")).toBeNull();
    fireEvent.keyDown(document.body, { key: "Enter" });
    expect(sent).toHaveLength(0);
  });
});
