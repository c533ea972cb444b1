// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { problemOf } from "../api/problem";
import type { DataLog, LogEvent, LogReading } from "../api/types";
import { boardPage, draw } from "../testing/render";
import { LogView } from "./log-view";
import { Logs } from "./logs";

const points = Array.from({ length: 200 }, (_, i) => [i / 2, 800, 820 + i]);
const surge = {
  kind: "surge",
  from: 40,
  to: 44,
  strength: 3,
  says: "Speed swings by 90 rpm.",
  evidence: { symptom: "surge", when: ["idle"] },
} as unknown as LogEvent;
const zone = { ...surge, kind: "zone", from: 0, to: 99, says: "Rich at idle." } as LogEvent;
const reading = (more: Partial<LogReading> = {}) =>
  ({
    rows: 1200,
    skipped: 0,
    duration: 100,
    columns: { rpm: { name: "Speed" } },
    picture: { rpm: points },
    events: [surge, zone],
    count: 2,
    zones: [{ id: "idle", name: "Idle", word: "rich", mean: 0.87, spread: 0.02, seconds: 31 }],
    ...more,
  }) as unknown as LogReading;
const log = (more: Partial<DataLog> = {}) =>
  ({ id: "l", name: "road.csv", created_at: "2026-03-01T10:00:00Z", progress: 1, problem: null, ...more }) as DataLog;

describe("a log that was read", () => {
  it("shows how long it is, what was passed over, and what it found by kind and throttle", () => {
    draw(<LogView log={log()} reading={reading({ skipped: 3, count: 7 })} />);
    expect(screen.getByText("1,200 rows, 100.0 s; 3 lines could not be read and were passed over")).toBeTruthy();
    expect(screen.getByRole("region", { name: "By throttle" }).textContent).toContain(
      "Idle: richlambda 0.87 ± 0.02 over 31 s",
    );
    expect(screen.getByText("What it shows (the first 2 of 7)")).toBeTruthy();
    expect(screen.getByRole("img", { name: "Speed over time, 1 findings marked" })).toBeTruthy();
  });

  it("says what the readings come too slowly to show", () => {
    draw(<LogView log={log()} reading={reading({ notes: ["2 readings a second: nothing faster than 2 s."] })} />);
    expect(screen.getByText(/nothing faster than 2 s/)).toBeTruthy();
  });

  it("looks closer at one finding, and back at the whole", async () => {
    const { user } = draw(<LogView log={log()} reading={reading()} />);
    const whole = screen.getByText<HTMLButtonElement>("Whole log");
    const seconds = () => screen.getAllByText(/ s$/, { selector: "text" }).map((one) => one.textContent);
    expect(whole.disabled).toBe(true);
    expect(seconds()).toContain("100 s");
    await user.click(screen.getByText("Look"));
    expect(seconds()).toEqual(["36 s", "38 s", "40 s", "42 s", "44 s", "46 s", "48 s"]);
    await user.click(whole);
    expect(seconds()).toContain("100 s");
  });

  it("hands a finding to a job as evidence", async () => {
    const open = { id: "j", title: "Press", machine: "Downdraft", waits_for: "running", waiting: null, leading: [] };
    vi.spyOn(api, "board").mockResolvedValue(boardPage([open as never]));
    vi.spyOn(api, "job").mockResolvedValue({ id: "j", version: 2 } as never);
    const send = vi.spyOn(api, "addEntries").mockResolvedValue({ id: "j", version: 3 } as never);
    const { user } = draw(<LogView log={log()} reading={reading()} />);
    await user.click(screen.getAllByText("Use as evidence")[0] as HTMLElement);
    await user.click(await screen.findByText("Add it to this job"));
    expect((await screen.findByRole("status")).textContent).toBe("It stands in Press now.");
    expect(send.mock.lastCall?.[2]).toMatchObject([{ kind: "symptom", data: { symptom: "surge", when: ["idle"] } }]);
  });

  it("says when there is nothing in it; one mixture is drawn where two say the same", () => {
    const both = { rpm: points, lambda: points, afr: points };
    const columns = { rpm: { name: "Speed" }, lambda: { name: "Lambda" }, afr: { name: "Air-fuel ratio" } };
    draw(
      <LogView log={log()} reading={reading({ events: [], count: 0, zones: [], picture: both, columns } as never)} />,
    );
    expect(screen.getByText("No surge, hesitation or fade was found in it.")).toBeTruthy();
    expect(screen.queryByRole("img", { name: /Air-fuel/ })).toBeNull();
    expect(screen.getByRole("img", { name: /^Lambda/ })).toBeTruthy();
  });
});

describe("the logs", () => {
  const sample = { id: "surge", name: "Surging at idle" };

  function logs(rows: DataLog[] = [log()], at = "/logs") {
    vi.spyOn(api, "logs").mockResolvedValue({ logs: rows, samples: [sample] });
    return draw(
      <Routes>
        <Route path="/logs/:id?" element={<Logs />} />
      </Routes>,
      at,
    );
  }
  const file = (size = 10) => {
    const made = new File(["time,rpm\n0,800\n"], "road.csv", { type: "text/csv" });
    Object.defineProperty(made, "size", { value: size });
    return made;
  };
  const dropped = (what: File) =>
    fireEvent.drop(screen.getByText(/or drop it here/), { dataTransfer: { files: [what] } });

  it("can be chosen, and a sample tried", async () => {
    vi.spyOn(api, "log").mockResolvedValue(log({ reading: reading() }));
    vi.spyOn(api, "sampleLog").mockResolvedValue(log({ reading: reading() }));
    const { user } = logs();
    expect((await screen.findByRole("link", { name: /road.csv/ })).getAttribute("href")).toBe("/logs/l");
    expect(screen.getByText("Choose a log to see what it shows.")).toBeTruthy();
    await user.click(screen.getByText("Sample: Surging at idle"));
    expect(await screen.findByRole("heading", { name: "road.csv" })).toBeTruthy();
    expect(screen.getByRole("link", { name: /road.csv/ }).getAttribute("aria-current")).toBe("page");
  });

  it("are sent by dropping them in, with how much has gone", async () => {
    let tell: (share: number) => void = () => undefined;
    let done: (log: DataLog) => void = () => undefined;
    vi.spyOn(api, "sendLog").mockImplementation((_file, progress) => {
      tell = progress;
      return new Promise((resolve) => (done = resolve));
    });
    vi.spyOn(api, "log").mockResolvedValue(log({ reading: reading() }));
    logs([]);
    expect(await screen.findByText("None yet: try a sample.")).toBeTruthy();
    dropped(file());
    await waitFor(() => expect(screen.getByRole("progressbar", { name: "Sending" })).toBeTruthy());
    tell(0.42);
    await waitFor(() => expect(screen.getByRole("progressbar").getAttribute("aria-valuenow")).toBe("42"));
    done(log({ reading: reading() }));
    expect(await screen.findByRole("heading", { name: "road.csv" })).toBeTruthy();
    expect(screen.queryByRole("progressbar")).toBeNull();
  });

  it("too large are not sent, and what is refused is said", async () => {
    const send = vi
      .spyOn(api, "sendLog")
      .mockRejectedValue(problemOf(422, { type: "", title: "No", status: 422, detail: "No column of time." }));
    logs();
    await screen.findByRole("link");
    dropped(file(60 * 1024 * 1024));
    expect(screen.getByRole("alert").textContent).toContain("has 60 MB: a log is at most 50 MB");
    expect(send).not.toHaveBeenCalled();
    dropped(file());
    await waitFor(() => expect(screen.getByRole("alert").textContent).toBe("No column of time."));
    expect(screen.queryByRole("progressbar")).toBeNull();
  });

  it("still being read show how far, and are asked for again until they are", async () => {
    const ask = vi.spyOn(api, "log").mockResolvedValueOnce(log({ reading: null, progress: 0.3 }));
    ask.mockResolvedValue(log({ reading: reading() }));
    logs([log()], "/logs/l");
    const bar = await screen.findByRole("progressbar", { name: "Reading" });
    expect(bar.getAttribute("aria-valuenow")).toBe("30");
    expect(await screen.findByRole("heading", { name: "road.csv" }, { timeout: 3000 })).toBeTruthy();
    expect(ask).toHaveBeenCalledTimes(2);
  });

  it("that cannot be read say where and why", async () => {
    vi.spyOn(api, "log").mockResolvedValue(
      log({ reading: null, problem: { field: "line 7", detail: "Not a number." } }),
    );
    logs([log()], "/logs/l");
    const said = await screen.findByRole("alert");
    expect(said.textContent).toBe("line 7: Not a number.");
    expect(within(said).getByText("line 7")).toBeTruthy();
  });
});
