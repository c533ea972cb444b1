// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { entry, type EntryData, type EntryKind } from "../../api/entries";
import type { Problem } from "../../api/types";
import type { Outbox } from "../../outbox/outbox";
import type { Parcel } from "../../outbox/types";
import { catalogue, check, draw } from "../../testing/render";
import { ProblemBar } from "./problem-bar";

const problem = (status: number, more: Partial<Problem> = {}): Problem => ({
  type: "",
  title: `Title ${status}`,
  status,
  detail: "Do this.",
  ...more,
});

function parcel<K extends EntryKind>(state: Parcel["state"], why: Problem | null, kind: K, data: EntryData<K>): Parcel {
  const made = entry(kind, data);
  return { id: made.id, job: "a", content: { kind: "entry", entry: made }, state, problem: why };
}

function bar(...parcels: Parcel[]) {
  const outbox = { flush: vi.fn(), retry: vi.fn(), correct: vi.fn(), drop: vi.fn() };
  const drawn = draw(
    <ProblemBar parcels={parcels} outbox={outbox as unknown as Outbox} catalogue={catalogue({ checks: [check()] })} />,
  );
  return { outbox, ...drawn };
}

describe("what is not stored yet", () => {
  it("is silent while all goes well", () => {
    bar(parcel("sending", null, "note", { text: "on its way" }));
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("says how many wait and why, and sends them when asked", async () => {
    const { outbox, user } = bar(
      parcel("queued", problem(503), "note", { text: "1" }),
      parcel("queued", problem(503), "note", { text: "2" }),
    );
    expect(screen.getByRole("alert").textContent).toContain("Title 503. Do this. 2 entries wait here.");
    await user.click(screen.getByText("Send now"));
    expect(outbox.flush).toHaveBeenCalledOnce();
  });

  it("comes into view where an entry is refused, and leaves the page where it is while one only waits", () => {
    const into = vi.spyOn(Element.prototype, "scrollIntoView");
    bar(parcel("queued", problem(503), "note", { text: "1" }));
    expect(into).not.toHaveBeenCalled();
    bar(parcel("refused", problem(422), "note", { text: "2" }));
    expect(into).toHaveBeenCalledOnce();
    bar(parcel("refused", problem(409, { version: 7 }), "note", { text: "3" }));
    expect(into).toHaveBeenCalledTimes(2);
    into.mockRestore();
  });

  it("sets one aside with what was entered, to be corrected, sent again or dropped", async () => {
    const bad = parcel("refused", problem(422), "check", {
      check: "fuel-pressure",
      reading: { value: 4000, unit: "psi" },
    });
    const { outbox, user } = bar(bad);
    const aside = screen.getByRole("region", { name: "Set aside: Fuel pressure at the inlet: 4000 psi" });
    const field = within(aside).getByLabelText("Reading");
    await user.clear(field);
    await user.type(field, "lots");
    expect(within(aside).getByText<HTMLButtonElement>("Record it corrected").disabled).toBe(true);
    await user.clear(field);
    await user.type(field, "4");
    await user.click(within(aside).getByText("Record it corrected"));
    expect(outbox.correct).toHaveBeenCalledWith({
      id: bad.id,
      kind: "check",
      data: { check: "fuel-pressure", reading: { value: 4, unit: "psi" } },
    });
    await user.click(within(aside).getByText("Send it again"));
    expect(outbox.retry).toHaveBeenCalledWith([bad.id]);
    await user.click(within(aside).getByText("Drop it"));
    expect(outbox.drop).toHaveBeenCalledWith([bad.id]);
  });

  it("asks whether mine comes after somebody else's", async () => {
    const mine = parcel("refused", problem(409, { version: 7 }), "note", { text: "Blue can" });
    const { outbox, user } = bar(mine);
    expect(screen.getByRole("alert").textContent).toContain("Blue can");
    await user.click(screen.getByText("Record mine after theirs"));
    expect(outbox.retry).toHaveBeenCalledWith([mine.id]);
    await user.click(screen.getByText("Drop what I entered"));
    expect(outbox.drop).toHaveBeenCalledWith([mine.id]);
  });
});
