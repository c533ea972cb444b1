// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { job } from "../../testing/render";
import { PartsOff } from "./parts-off";

const part = (entry: string, name: string, row: Record<string, unknown> = {}) => ({
  entry,
  part: null,
  name,
  notes: [],
  condition: "reuse",
  place: null,
  refit: null,
  back: null,
  ...row,
});
const on = { engine: "cold", carburetor: "on", changes: {} };

describe("what came off", () => {
  it("is ticked one by one, with what was noted and how it goes back", async () => {
    const nut = part("e2", "Bowl nut", {
      notes: [{ note: "size", name: "size", text: "1/2 in" }],
      condition: "doubt",
      refit: "New bowl ring.",
    });
    const parts = [nut, part("e1", "Fuel hose", { back: "e3" })];
    const { sent, user } = atDesk(<PartsOff />, { job: job({ parts_off: parts, state: on, closing: null }) });
    expect(screen.getByText(/size 1\/2 in · in doubt/)).toBeTruthy();
    expect(screen.getByText("New bowl ring.")).toBeTruthy();
    expect(screen.getByText("1 off, 1 back on")).toBeTruthy();
    expect(screen.getByText("Back on: Fuel hose.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Back on: Bowl nut" }));
    expect(sent).toMatchObject([{ kind: "refitted", data: { entry: "e2" } }]);
  });

  it("takes a part by a name of one's own", async () => {
    const opened = { ...on, carburetor: "open" };
    const { sent, user } = atDesk(<PartsOff />, { job: job({ parts_off: [], state: opened, closing: null }) });
    await user.click(screen.getByRole("button", { name: /What came off/ }));
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Note it" }).disabled).toBe(true);
    await user.type(screen.getByLabelText("Something else came off"), "a washer under the lid{Enter}");
    expect(sent).toMatchObject([{ kind: "removed", data: { name: "a washer under the lid" } }]);
  });

  it("a part that came off has its photos", () => {
    const nut = part("n", "Nut");
    const photos = [
      { entry: "e", photo: "p", of: "n", caption: null, shows: "Off: Nut" },
      { entry: "e2", photo: "q", of: "other", caption: "something else", shows: null },
    ];
    atDesk(<PartsOff />, {
      job: job({ parts_off: [nut], photos, state: { ...on, carburetor: "open" }, closing: null }),
    });
    expect(screen.getByLabelText("Photo of Nut")).toBeTruthy();
    expect(screen.getAllByRole("button", { name: /^Photo:/ })).toHaveLength(1);
  });

  it("is nothing while nothing came off, nor once the job is closed", () => {
    const whole = atDesk(<PartsOff />, { job: job({ parts_off: [], state: on, closing: null }) });
    expect(whole.container.textContent).toBe("");
    whole.unmount();
    const closed = {
      parts_off: [part("e1", "Lid")],
      state: on,
      closing: { entry: "c", as: "unproven", reason: "sold" },
    };
    expect(atDesk(<PartsOff />, { job: job(closed) }).container.textContent).toBe("");
  });
});
