// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { problemOf } from "../../api/problem";
import type { DataLog, EngineReading } from "../../api/types";
import { atDesk } from "../../testing/desk";
import { job } from "../../testing/render";
import { EnginePanel } from "./engine-panel";

const reading = (time: number, rpm: number): EngineReading => ({
  time,
  rpm,
  vacuum: 18.5,
  lambda: 0.9,
  opened: 0,
  warmth: 85,
  running: rpm > 400,
  pressure: 38.7,
  filled: 1,
  fired: 3,
  missed: 0,
  flows: { idle: 600, main: 200, drip: 0 },
});
const machine = {
  family: "car-one",
  features: [],
  checks: {},
  readings: {},
  schools: {},
  symptoms: [],
  card: null,
  called: null,
};
const practised = () => ({ ...job({ machine }), practice: true });

async function opened() {
  const drawn = atDesk(<EnginePanel />, { job: practised() });
  await drawn.user.click(screen.getByRole("button", { name: "The engine under your hands" }));
  return drawn;
}

describe("the engine under one's hands", () => {
  it("runs while somebody is at it, shows its gauges, and is told what is done to it", async () => {
    let time = 0;
    const run = vi
      .spyOn(api, "runEngine")
      .mockImplementation(() =>
        Promise.resolve({ samples: Array.from({ length: 10 }, () => reading((time += 0.1), 760)) }),
      );
    const { user } = await opened();
    expect(screen.getByRole("img", { name: "Speed: no reading" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Warm, at idle" }));
    expect(await screen.findByRole("img", { name: "Speed: 760 rpm" })).toBeTruthy();
    expect(run.mock.calls[0]?.[1]).toMatchObject({ seconds: 1, warm: true, done: { throttle: 0, choke: null } });
    expect(screen.getByRole("status").textContent).toBe("It runs, at 85 °C.");
    expect(screen.getByRole("list", { name: "Where its fuel comes from" }).textContent).toBe("Idle 75 %Main 25 %");
    expect(await screen.findByRole("img", { name: /^Cut-away of the carburetor/ }, { timeout: 10_000 })).toBeTruthy();
    fireEvent.change(screen.getByLabelText(/^Throttle/), { target: { value: "0.3" } });
    await user.click(screen.getByRole("button", { name: "Starter" }));
    await waitFor(() =>
      expect(run.mock.calls.at(-1)?.[1]).toMatchObject({ done: { throttle: 0.3, starter: true, key: true } }),
    );
    expect(run.mock.calls.at(-1)?.[1]).not.toHaveProperty("warm");
    await user.click(screen.getByRole("button", { name: "Leave it" }));
    const asked = run.mock.calls.length;
    await new Promise((ready) => setTimeout(ready, 300));
    expect(run.mock.calls.length).toBeLessThanOrEqual(asked + 1);
  });

  it("says why it does not run, and stops asking", async () => {
    const run = vi
      .spyOn(api, "runEngine")
      .mockRejectedValue(problemOf(409, { type: "x", title: "x", status: 409, detail: "This practice is over" }));
    const { user } = await opened();
    await user.click(screen.getByRole("button", { name: "Take it" }));
    expect((await screen.findByRole("alert")).textContent).toBe("This practice is over");
    expect(run).toHaveBeenCalledTimes(1);
    expect(screen.getByRole("button", { name: "Take it" })).toBeTruthy();
  });

  it("keeps what was read since it was taken as a log, and says when there is nothing yet", async () => {
    let time = 100;
    vi.spyOn(api, "runEngine").mockImplementation(() =>
      Promise.resolve({ samples: Array.from({ length: 10 }, () => reading((time += 0.1), 760)) }),
    );
    const sent = vi.spyOn(api, "sendLog").mockResolvedValue({ id: "L1" } as DataLog);
    const { user } = await opened();
    await user.click(screen.getByRole("button", { name: "Keep as a log" }));
    expect(await screen.findByText(/^Let it run for some seconds first/)).toBeTruthy();
    expect(sent).not.toHaveBeenCalled();
    await user.click(screen.getByRole("button", { name: "Warm, at idle" }));
    await waitFor(
      async () => {
        await user.click(screen.getByRole("button", { name: "Keep as a log" }));
        expect(sent).toHaveBeenCalled();
      },
      { timeout: 10_000, interval: 300 },
    );
    expect((await screen.findByRole("link", { name: "Kept: see what it shows" })).getAttribute("href")).toBe(
      "/logs/L1",
    );
    const lines = ((await sent.mock.calls[0]?.[0].text()) ?? "").split("\n");
    expect(lines[0]).toBe("Time (s),Throttle (%),RPM,MAP (kPa),Lambda");
    expect(lines[1]).toBe("0.00,0.0,760,38.70,0.900");
  });

  it("is not there at a real machine", () => {
    atDesk(<EnginePanel />, { job: job({ machine }) });
    expect(screen.queryByRole("region", { name: "The engine" })).toBeNull();
  });
});
