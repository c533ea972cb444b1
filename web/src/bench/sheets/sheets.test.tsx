// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { atDesk } from "../../testing/desk";
import { catalogue, check, job, pressure } from "../../testing/render";
import { CloseDialog } from "./close-dialog";
import { LimitsDialog } from "./limits-dialog";
import { PutBack } from "../bars/put-back";
import { WaitDialog } from "./wait-dialog";

describe("the limits of a job", () => {
  const known = job({
    machine: {
      family: "car-one",
      card: null,
      readings: {
        "fuel-pressure": { cuts: [2.5, 7], from: "trade", source: "common practice", date: null, card: null },
        "float-level": { cuts: null, from: "trade", source: "common practice", date: null, card: null },
      },
    },
  });
  const words = catalogue({
    checks: [
      check(),
      check({ id: "float-level", reading: { ...pressure, name: "Float height", unit: "mm", units: ["mm"] } }),
    ],
  });

  function sheet(cards: unknown[] = []) {
    vi.spyOn(api, "cards").mockResolvedValue({ cards, items: [] } as never);
    return atDesk(<LimitsDialog open onOpenChange={() => undefined} />, { job: known, catalogue: words });
  }

  it("say where each comes from, and which are not known", () => {
    sheet();
    expect(screen.getByText(/2.5 and 7 psi, usual in the trade/)).toBeTruthy();
    expect(screen.getByText(/not known mm/)).toBeTruthy();
  });

  it("take this job's own, as an entry that names only what changes", async () => {
    const { user, sent } = sheet();
    await user.click(within(screen.getByText("Pressure at idle").closest("li") as HTMLElement).getByText("Change"));
    const low = screen.getByLabelText("Pressure at idle, limit 1");
    await user.clear(low);
    await user.type(low, "x");
    expect(screen.getByText<HTMLButtonElement>("Set").disabled).toBe(true);
    await user.clear(low);
    await user.type(low, "3,5");
    await user.click(screen.getByText("Set"));
    expect(sent[0]).toMatchObject({
      kind: "limits",
      data: { limits: { "fuel-pressure": { cuts: [3.5, 7], from: "job" } } },
    });
  });

  it("come from a card of the same family when one is chosen", async () => {
    const limits = { "fuel-pressure": { cuts: [3, 4], from: "card", card: "Press" } };
    const { user, sent } = sheet([
      { id: "c", name: "Press downdraft", family: "car-one", figures: [], limits },
      { id: "d", name: "Cutter cube", family: "diaphragm", figures: [], limits: {} },
    ]);
    await user.click(await screen.findByText("Press downdraft"));
    expect(screen.queryByText("Cutter cube")).toBeNull();
    expect(screen.queryByText("122")).toBeNull();
    expect(sent[0]).toMatchObject({ kind: "limits", data: { card: { id: "c", name: "Press downdraft" }, limits } });
  });
});

it("shows what else the chosen card holds: jets, gaps, streams", async () => {
  const figures = [
    { item: "main-jet", low: 122, high: 122, unit: "number", source: "read off", date: "2026-02-12" },
    { item: "fuel-pressure", low: 3, high: 4, unit: "psi", source: "sheet", date: "2026-02-12" },
  ];
  vi.spyOn(api, "cards").mockResolvedValue({
    cards: [{ id: "c", name: "Press", family: "car-one", figures, limits: {} }],
    items: [{ id: "main-jet", name: "Main jet" }],
  } as never);
  const carded = job({ machine: { family: "car-one", readings: {}, card: { id: "c", name: "Press" } } });
  atDesk(<LimitsDialog open onOpenChange={() => undefined} />, {
    job: carded,
    catalogue: catalogue({ checks: [check()] }),
  });
  expect(await screen.findByText("Main jet")).toBeTruthy();
  expect(screen.getByText("122").getAttribute("title")).toBe("read off, 2026-02-12");
  expect(screen.queryByText("3 to 4 psi")).toBeNull();
});

describe("putting a job aside", () => {
  it("takes what for, how long and a note", async () => {
    const { sent, user } = atDesk(<WaitDialog open onOpenChange={() => undefined} />, { job: job({ waiting: null }) });
    await user.click(screen.getByText("Cooling"));
    expect(screen.getByLabelText<HTMLInputElement>("Calls in").value).toBe("60");
    await user.type(screen.getByLabelText("Note"), "by the door");
    const before = Date.now();
    await user.click(screen.getByRole("button", { name: "Put it aside" }));
    expect(sent[0]).toMatchObject({ kind: "wait", data: { for: "cooling", text: "by the door" } });
    const until = sent[0]?.kind === "wait" ? sent[0].data.until : "";
    expect(Date.parse(String(until)) - before).toBeGreaterThan(59 * 60_000);
  });

  it("waits for parts without a time, and says what is wrong with one", async () => {
    const { sent, user } = atDesk(<WaitDialog open onOpenChange={() => undefined} />, { job: job({ waiting: null }) });
    await user.click(screen.getByText("Waiting for parts"));
    await user.type(screen.getByLabelText("Ask again in, if known"), "soon");
    await user.click(screen.getByRole("button", { name: "Put it aside" }));
    expect(screen.getByRole("alert").textContent).toContain("Minutes from 1");
    expect(sent).toHaveLength(0);
    await user.clear(screen.getByLabelText("Ask again in, if known"));
    await user.click(screen.getByRole("button", { name: "Put it aside" }));
    expect(sent[0]?.data).toEqual({ for: "parts" });
  });

  it("ends the waiting", async () => {
    const waiting = { for: "soaking", until: null, text: "blue can" };
    const { sent, user } = atDesk(<WaitDialog open onOpenChange={() => undefined} />, { job: job({ waiting }) });
    await user.click(screen.getByText("Done waiting"));
    expect(sent[0]?.data).toEqual({ for: "nothing" });
  });
});

describe("what a check took off", () => {
  it("stands until it is ticked", async () => {
    const checks = [
      { id: "pump-shot", name: "Pump shot" },
      { id: "booster-dry", name: "Booster dry at idle" },
    ];
    const { sent, user } = atDesk(<PutBack />, { job: job({ put_back: [{ checks, items: ["air cleaner"] }] }) });
    await user.click(screen.getByRole("button", { name: "Back on: air cleaner (Pump shot, Booster dry at idle)" }));
    expect(sent).toMatchObject(checks.map(({ id }) => ({ kind: "put_back", data: { check: id } })));
  });

  it("is silent when nothing is off", () => {
    atDesk(<PutBack />, { job: job({ put_back: [] }) });
    expect(screen.queryByRole("region")).toBeNull();
  });
});

describe("closing it otherwise", () => {
  const dialog = (trace = {}) => atDesk(<CloseDialog open onOpenChange={() => undefined} />, { job: job(trace) });

  it("is not offered as sound while something that was found stands", () => {
    const found = { fault: "filter-reversed", name: "Filter reversed", status: "open", place: null };
    const { unmount } = dialog({ defects: [found] });
    expect(screen.queryByRole("radio", { name: /^Sound/ })).toBeNull();
    expect(screen.getByText("Found and not repaired: Filter reversed.")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Close as referred" })).toBeTruthy();
    unmount();
    dialog({ defects: [{ ...found, status: "waived" }] });
    expect(screen.getByRole("radio", { name: /^Sound/ })).toBeTruthy();
  });

  it("asks why it is sound, and closes so", async () => {
    const { user, sent } = dialog();
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Close as sound" }).disabled).toBe(true);
    await user.type(screen.getByLabelText("Why, or what was found instead"), "the cap was not screwed down");
    await user.click(screen.getByRole("button", { name: "Close as sound" }));
    expect(sent).toMatchObject([{ kind: "close", data: { as: "sound", reason: "the cap was not screwed down" } }]);
  });

  it("hands on without a reason, but never leaves it unproven without one", async () => {
    const { user, sent } = dialog({ repairs: [{ entry: "r" }], loose_ends: ["Bowl nut"] });
    expect(screen.queryByRole("radio", { name: /^Sound/ })).toBeNull();
    expect(screen.getByText("Still off: Bowl nut.")).toBeTruthy();
    await user.click(screen.getByRole("radio", { name: /^Unproven/ }));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Close as unproven" }).disabled).toBe(true);
    await user.click(screen.getByRole("radio", { name: /^Referred/ }));
    await user.click(screen.getByRole("button", { name: "Close as referred" }));
    expect(sent).toMatchObject([{ kind: "close", data: { as: "referred" } }]);
  });
});
