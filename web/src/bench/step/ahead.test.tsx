// @vitest-environment jsdom
import { act, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { entry } from "../../api/entries";
import type { Ahead } from "../../api/types";
import { heardOfServer } from "../../kept/signal";
import type { Parcel } from "../../outbox/types";
import { atDesk } from "../../testing/desk";
import { catalogue, draw, job } from "../../testing/render";
import { DeskProvider } from "../desk";
import { AheadPanel } from "./ahead-panel";
import { plannedAfter } from "./planned-ahead";

const deep = { kind: "repair", says: "Renew the cup", reason: "Found.", check: null, ahead: null };
const sheet: Ahead = {
  check: "pump-shot",
  answers: [
    {
      outcome: "weak",
      next: {
        kind: "check",
        says: "Pump cup",
        reason: "It tells most.",
        check: "pump-cup",
        ahead: { check: "pump-cup", answers: [{ outcome: "torn", next: deep }] },
      },
    },
  ],
};
const parcel = (check: string, ...outcomes: string[]): Parcel => {
  const made = entry("check", { check, outcomes });
  return { id: made.id, job: "j", content: { kind: "entry", entry: made }, state: "queued", problem: null };
};
const note: Parcel = { ...parcel("x"), content: { kind: "entry", entry: entry("note", { text: "x" }) } };

describe("the sheet that was planned ahead", () => {
  it("is followed answer by answer", () => {
    expect(plannedAfter(sheet, [])).toBeUndefined();
    expect(plannedAfter(sheet, [note])).toBeUndefined();
    expect(plannedAfter(sheet, [parcel("pump-shot", "weak")])?.check).toBe("pump-cup");
    expect(plannedAfter(sheet, [parcel("pump-shot", "weak"), note, parcel("pump-cup", "torn")])).toBe(deep);
  });

  it("ends where an answer is not on it", () => {
    expect(plannedAfter(sheet, [parcel("pump-shot", "none")])).toBeNull();
    expect(plannedAfter(sheet, [parcel("filter", "clean")])).toBeNull();
    expect(plannedAfter(sheet, [parcel("pump-shot", "weak", "late")])).toBeNull();
    expect(plannedAfter(sheet, [parcel("pump-shot", "weak"), parcel("pump-cup", "torn"), parcel("x", "y")])).toBeNull();
    expect(plannedAfter(null, [parcel("pump-shot", "weak")])).toBeNull();
  });
});

describe("the bench without a signal", () => {
  afterEach(() => heardOfServer(true));
  const next = { ...job().trace.next, kind: "check", check: { id: "pump-shot" } } as never;

  /** The sheet came while there was a signal; then it is lost. */
  async function lost(...parcels: Parcel[]) {
    const ask = vi.spyOn(api, "ahead").mockResolvedValue({ version: 2, ahead: sheet });
    heardOfServer(false);
    const { client } = atDesk(<AheadPanel />, { job: job({ next }), parcels });
    await waitFor(() => expect(ask).toHaveBeenCalled());
    await waitFor(() => expect(client.isFetching()).toBe(0));
    act(() => heardOfServer(false));
  }

  it("shows the step planned behind what was entered", async () => {
    await lost(parcel("pump-shot", "weak"));
    expect(await screen.findByRole("heading", { name: "Pump cup" })).toBeTruthy();
    expect(screen.getByRole("button", { name: "Take it" })).toBeTruthy();
  });

  it("says where the judgement led elsewhere than planned, once the server answers", async () => {
    vi.spyOn(api, "ahead").mockResolvedValue({ version: 2, ahead: sheet });
    const other = { ...job().trace.next, kind: "repair", check: null } as never;
    const before = job({ next });
    const after = { ...job({ next: other }), version: before.version + 1 };
    function Bench() {
      const [judged, setJudged] = useState(false);
      const desk = {
        ...{ catalogue: catalogue(), outbox: null as never, add: () => Promise.resolve() },
        job: judged ? after : before,
        parcels: judged ? [] : [parcel("pump-shot", "weak")],
      };
      return (
        <DeskProvider value={desk}>
          <AheadPanel />
          <button onClick={() => setJudged(true)}>judged</button>
        </DeskProvider>
      );
    }
    heardOfServer(false);
    const { user, client } = draw(<Bench />);
    await waitFor(() => expect(client.isFetching()).toBe(0));
    act(() => heardOfServer(false));
    await screen.findByRole("heading", { name: "Pump cup" });
    act(() => heardOfServer(true));
    await user.click(screen.getByRole("button", { name: "judged" }));
    expect((await screen.findByRole("status")).textContent).toContain("It was planned: “Pump cup”. With");
    await user.click(screen.getByRole("button", { name: "Good" }));
    expect(screen.queryByRole("status")).toBeNull();
  });

  it("says where nothing was planned", async () => {
    await lost(parcel("pump-shot", "none"));
    expect(await screen.findByText(/Not planned ahead/)).toBeTruthy();
  });

  it("shows nothing of it while the server answers", () => {
    const ask = vi.spyOn(api, "ahead").mockResolvedValue({ version: 2, ahead: sheet });
    atDesk(<AheadPanel />, { job: job({ next }), parcels: [parcel("pump-shot", "weak")] });
    expect(screen.queryByRole("region")).toBeNull();
    expect(ask).not.toHaveBeenCalled();
  });
});
