// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import type { Job, NewEntry } from "../api/types";
import { catalogue, check, draw, job, pressure } from "../testing/render";
import { LimitsDialog } from "./limits-dialog";
import { PutBack } from "./put-back";
import type { Desk } from "./trace-view";
import { WaitDialog } from "./wait-dialog";

function desk() {
  const sent: NewEntry[] = [];
  const hands = {
    add: vi.fn((...entries: NewEntry[]) => Promise.resolve(void sent.push(...entries))),
    parcels: [],
    outbox: null,
  };
  return { sent, hands: hands as unknown as Desk };
}

describe("the limits of a job", () => {
  const machine = { id: "1", kind: "machine", struck: false, data: { family: "car-one", limits: {} } };
  const known = job(
    {
      machine: {
        family: "car-one",
        readings: {
          "fuel-pressure": { cuts: [2.5, 7], from: "trade", source: "common practice", date: null, card: null },
          "float-level": { cuts: null, from: "trade", source: "common practice", date: null, card: null },
        },
      },
    },
    { entries: [machine] },
  );
  const words = catalogue({
    checks: [
      check(),
      check({ id: "float-level", reading: { ...pressure, name: "Float height", unit: "mm", units: ["mm"] } }),
    ],
  });

  function sheet(cards: unknown[] = []) {
    vi.spyOn(api, "cards").mockResolvedValue({ cards, items: [] } as never);
    const { sent, hands } = desk();
    const drawn = draw(<LimitsDialog open onOpenChange={() => undefined} job={known} catalogue={words} desk={hands} />);
    return { sent, ...drawn };
  }

  it("say where each comes from, and which are not known", () => {
    sheet();
    expect(screen.getByText(/2.5 and 7 psi, from the trade/)).toBeTruthy();
    expect(screen.getByText(/not known mm/)).toBeTruthy();
  });

  it("take this job's own, in a new entry of the machine", async () => {
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
      kind: "machine",
      data: { family: "car-one", limits: { "fuel-pressure": { cuts: [3.5, 7], from: "job" } } },
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
    expect(sent[0]?.data).toMatchObject({ card: { id: "c", name: "Press downdraft" }, limits });
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
  const carded = job(
    { machine: { family: "car-one", readings: {} } },
    {
      entries: [
        { id: "1", kind: "machine", struck: false, data: { family: "car-one", card: { id: "c", name: "Press" } } },
      ],
    },
  );
  draw(
    <LimitsDialog
      open
      onOpenChange={() => undefined}
      job={carded}
      catalogue={catalogue({ checks: [check()] })}
      desk={desk().hands}
    />,
  );
  expect(await screen.findByText("Main jet")).toBeTruthy();
  expect(screen.getByText("122").getAttribute("title")).toBe("read off, 2026-02-12");
  expect(screen.queryByText("3 to 4 psi")).toBeNull();
});

describe("putting a job aside", () => {
  it("takes what for, how long and a note", async () => {
    const { sent, hands } = desk();
    const { user } = draw(<WaitDialog open onOpenChange={() => undefined} job={job({ waiting: null })} desk={hands} />);
    await user.click(screen.getByText("Cooling"));
    expect(screen.getByLabelText<HTMLInputElement>("Calls in").value).toBe("60");
    await user.type(screen.getByLabelText("Note"), "by the door");
    const before = Date.now();
    await user.click(screen.getByRole("button", { name: "Put it aside" }));
    expect(sent[0]).toMatchObject({ kind: "wait", data: { for: "cooling", text: "by the door" } });
    expect(Date.parse(String(sent[0]?.data.until)) - before).toBeGreaterThan(59 * 60_000);
  });

  it("waits for parts without a time, and says what is wrong with one", async () => {
    const { sent, hands } = desk();
    const { user } = draw(<WaitDialog open onOpenChange={() => undefined} job={job({ waiting: null })} desk={hands} />);
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
    const { sent, hands } = desk();
    const waiting = { for: "soaking", until: null, text: "blue can" };
    const { user } = draw(<WaitDialog open onOpenChange={() => undefined} job={job({ waiting })} desk={hands} />);
    await user.click(screen.getByText("Done waiting"));
    expect(sent[0]?.data).toEqual({ for: "nothing" });
  });
});

describe("what a check took off", () => {
  it("stands until it is ticked", async () => {
    const { sent, hands } = desk();
    const rows = [{ check: "pump-shot", name: "Pump shot", items: ["air cleaner"] }];
    const { user } = draw(<PutBack job={job({ put_back: rows })} desk={hands} />);
    await user.click(screen.getByRole("button", { name: "Back on: air cleaner (Pump shot)" }));
    expect(sent[0]).toMatchObject({ kind: "put_back", data: { check: "pump-shot" } });
  });

  it("is silent when nothing is off", () => {
    draw(<PutBack job={job({ put_back: [] }) as Job} desk={desk().hands} />);
    expect(screen.queryByRole("region")).toBeNull();
  });
});
