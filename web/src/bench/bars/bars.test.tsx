// @vitest-environment jsdom
import { fireEvent, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { entry } from "../../api/entries";
import type { Outbox } from "../../outbox/outbox";
import type { Parcel } from "../../outbox/types";
import { atDesk } from "../../testing/desk";
import { catalogue, check, draw, job } from "../../testing/render";
import { DangerBar } from "./danger-bar";
import { JobBar } from "./job-bar";
import { StateBar } from "./state-bar";
import { UnsentJob } from "./unsent-job";
import { WaitingBar } from "./waiting-bar";

describe("make safe first", () => {
  const hazard = {
    id: "leak",
    name: "Fuel on a hot engine",
    caution: "Ignition off, catch the fuel.",
    acknowledge: true,
  };
  const danger = (more: Record<string, unknown> = {}, hazards: string[] = []) =>
    atDesk(<DangerBar />, {
      job: job({ next: { check: { id: "fuel-pressure" } }, cautions: { read: [], danger: ["leak"] }, ...more }),
      catalogue: catalogue({ hazards: [hazard], checks: [check({ hazards })] }),
    });

  it("says the danger and what to do about it", () => {
    danger();
    expect(screen.getByRole("list", { name: "Make safe first" }).textContent).toBe(
      "Make safe first: fuel on a hot engine. Ignition off, catch the fuel.",
    );
  });

  it("is short where its caution stands at the step, and where it was read; it does not go away", () => {
    const { unmount } = danger({}, ["leak"]);
    expect(screen.getByText(/Its caution stands at the step below/)).toBeTruthy();
    unmount();
    danger({ cautions: { read: ["leak"], danger: ["leak"] } });
    expect(screen.getByRole("listitem").textContent).toMatch(/fuel on a hot engine. Read.$/);
  });

  it("is silent without a danger", () => {
    danger({ cautions: { read: ["leak"], danger: [] } });
    expect(screen.queryByRole("list")).toBeNull();
  });
});

describe("how the machine stands", () => {
  const changes = {
    engine: { running: { engine: "running" } },
    carburetor: { bench: { engine: "warm", carburetor: "bench" } },
  };
  const state = { engine: "cold", carburetor: "on", changes };

  it("is changed by hand with what the change brings with it", async () => {
    const { sent, user } = atDesk(<StateBar />, { job: job({ state, minutes: 17 }) });
    expect(screen.getByLabelText<HTMLSelectElement>("Engine").value).toBe("cold");
    expect(screen.getByText("17 min")).toBeTruthy();
    await user.selectOptions(screen.getByLabelText("Engine"), "Running warm");
    await user.selectOptions(screen.getByLabelText("Carburetor"), "Off the engine");
    expect(sent.map((one) => [one.kind, one.data])).toEqual([
      ["state", { engine: "running" }],
      ["state", { engine: "warm", carburetor: "bench" }],
    ]);
  });

  it("stays as it is once the job is closed", () => {
    atDesk(<StateBar />, { job: job({ state, closing: { as: "proven" } }) });
    expect(screen.getByLabelText<HTMLSelectElement>("Engine").disabled).toBe(true);
  });
});

describe("the bar of the job", () => {
  const machine = { name: "Single-barrel downdraft", called: "Cider press", card: null };

  it("says which machine, undoes the last entry by button and key, and opens the sheets", async () => {
    const sheet = vi.fn();
    const { sent, user } = atDesk(<JobBar onSheet={sheet} looking={[]} />, {
      job: job({ machine, undo: { entry: "9", says: "X" } }),
    });
    expect(screen.getByText("Cider press · Single-barrel downdraft")).toBeTruthy();
    await user.click(screen.getByText("Undo"));
    fireEvent.keyDown(document.body, { key: "u" });
    expect(sent.map((one) => one.data)).toEqual([{ entry: "9" }, { entry: "9" }]);
    await user.click(screen.getByRole("button", { name: "Limits" }));
    fireEvent.keyDown(document.body, { key: "w" });
    expect(sheet.mock.calls).toEqual([["limits"], ["wait"]]);
  });

  it("has nothing to undo on a new job, and says a name once", () => {
    const { sent } = atDesk(<JobBar onSheet={() => undefined} looking={[]} />, {
      job: job({ machine: { ...machine, called: null } }),
    });
    expect(screen.getByText("Single-barrel downdraft")).toBeTruthy();
    expect(screen.getByText("Undo").closest("button")?.disabled).toBe(true);
    fireEvent.keyDown(document.body, { key: "u" });
    expect(sent).toHaveLength(0);
  });
});

describe("put aside", () => {
  it("says for what and how long still, with the note", async () => {
    const open = vi.fn();
    const until = new Date(Date.now() + 12 * 60_000).toISOString();
    const { user } = atDesk(<WaitingBar onOpen={open} />, {
      job: job({ waiting: { for: "cooling", until, text: "By the door" } }),
    });
    expect(screen.getByRole("region", { name: "Waiting" }).textContent).toMatch(/Cooling.*12 minutes.*By the door/);
    await user.click(screen.getByText("Change"));
    expect(open).toHaveBeenCalledOnce();
  });

  it("is silent while nothing waits", () => {
    atDesk(<WaitingBar onOpen={() => undefined} />);
    expect(screen.queryByRole("region")).toBeNull();
  });
});

describe("a job the server has not got yet", () => {
  const made: Parcel = {
    id: "a",
    job: "a",
    content: {
      kind: "job",
      job: {
        id: "a",
        title: "Cider press: dribble",
        entries: [
          entry("machine", { family: "car-one" }),
          entry("symptom", { symptom: "dribble", seen: "present", when: [] }),
        ],
      },
    },
    state: "queued",
    problem: null,
  };
  const idle = {} as unknown as Outbox;
  const words = catalogue({ symptoms: [{ id: "dribble", name: "Fuel dribbles" }] });

  it("shows what is kept here", () => {
    draw(<UnsentJob parcels={[made]} outbox={idle} catalogue={words} />);
    expect(screen.getByRole("heading", { name: "Cider press: dribble" })).toBeTruthy();
    expect(screen.getByText(/kept in this browser/)).toBeTruthy();
    expect(screen.getAllByRole("listitem").map((one) => one.textContent)).toEqual([
      expect.stringContaining("Fuel dribbles"),
    ]);
  });

  it("is nothing for an entry of a job that is stored", () => {
    const { container } = draw(<UnsentJob parcels={[]} outbox={idle} catalogue={words} />);
    expect(container.textContent).toBe("");
  });
});
