// @vitest-environment jsdom
import { act, fireEvent, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Judged, Reading, ReadingData } from "../api/types";
import { check, draw, pressure } from "../testing/render";
import { DropTapper } from "./drop-tapper";
import type { InstrumentProps } from "./kinds";
import { LineRecorder } from "./line-recorder";
import { NumberEntry } from "./number-entry";
import { PictureMap } from "./picture-map";
import { ShotRecorder } from "./shot-recorder";
import { StopClock } from "./stop-clock";
import { SweepRecorder } from "./sweep-recorder";
import { Timings } from "./timings";
import { TurnCounter } from "./turn-counter";
import { Verdict } from "./verdict";

const taken = vi.fn<(data: ReadingData | null) => void>();
const props = (more: Partial<InstrumentProps> = {}): InstrumentProps => ({
  keep: "k",
  check: check(),
  reading: pressure,
  onData: taken,
  wrongAt: () => null,
  ...more,
});
const last = () => taken.mock.lastCall?.[0];
const line: Reading = {
  ...pressure,
  points: [
    { id: "at-tank-outlet", name: "Tank outlet", short: "short-at-tank-outlet" },
    { id: "after-tap", name: "After the tap", short: "short-after-tap" },
    { id: "after-filter", name: "After the filter", short: "short-after-filter" },
  ],
};

describe("a number", () => {
  it("is handed over with its unit as soon as it can be read, and kept over a reload", async () => {
    const { user, unmount } = draw(<NumberEntry {...props()} />);
    await user.type(screen.getByLabelText("Pressure at idle"), "8,5");
    expect(last()).toEqual({ value: 8.5, unit: "psi" });
    await user.selectOptions(screen.getByLabelText("Unit of Pressure at idle"), "kPa");
    expect(last()).toEqual({ value: 8.5, unit: "kPa" });
    unmount();
    draw(<NumberEntry {...props()} />);
    expect(screen.getByLabelText<HTMLInputElement>("Pressure at idle").value).toBe("8,5");
  });

  it("says at the field what cannot be read, and what the server finds wrong", async () => {
    const { user, rerender } = draw(<NumberEntry {...props()} />);
    await user.type(screen.getByLabelText("Pressure at idle"), "much");
    expect(screen.getByRole("alert").textContent).toBe("Type a number in psi.");
    expect(last()).toBeNull();
    rerender(
      <NumberEntry {...props({ keep: "other", wrongAt: (field) => (field === "value" ? "It cannot be." : null) })} />,
    );
    expect(screen.getByRole("alert").textContent).toBe("It cannot be.");
  });

  it("takes repeats of the same and lets one be struck off", async () => {
    const { user } = draw(<NumberEntry {...props()} />);
    const field = screen.getByLabelText("Pressure at idle");
    await user.type(field, "6.9");
    await user.click(screen.getByText("Take another of the same"));
    await user.type(field, "7.1");
    expect(last()).toEqual({ repeats: [6.9, 7.1], unit: "psi" });
    await user.click(screen.getByLabelText("Strike 6.9 off"));
    expect(last()).toEqual({ value: 7.1, unit: "psi" });
  });
});

describe("counting", () => {
  it("turns are counted by quarters and eighths, never below the seat", async () => {
    const { user } = draw(<TurnCounter {...props()} />);
    expect(last()).toBeNull();
    await user.click(screen.getByText("It is at the stop: 0 turns"));
    expect(last()).toEqual({ value: 0, unit: "turns" });
    for (const key of ["¼ on", "¼ on", "⅛ on", "⅛ back", "¼ back"]) await user.click(screen.getByText(key));
    expect(last()).toEqual({ value: 0.25, unit: "turns" });
    await user.click(screen.getByText("¼ back"));
    await user.click(screen.getByText("¼ back"));
    expect(last()).toEqual({ value: 0, unit: "turns" });
  });

  it("drops are counted only while the clock runs", () => {
    vi.useFakeTimers({ now: 0 });
    draw(<DropTapper {...props()} />);
    fireEvent.keyDown(document.body, { key: "d" });
    fireEvent.click(screen.getByText("Start the clock (space bar)"));
    fireEvent.keyDown(document.body, { key: "d" });
    fireEvent.keyDown(document.body, { key: "d" });
    act(() => void vi.advanceTimersByTime(30_000));
    fireEvent.keyDown(document.body, { key: " " });
    expect(last()).toEqual({ inputs: { drops: 2, seconds: 30 } });
    vi.useRealTimers();
  });
});

describe("timing", () => {
  const run = (seconds: number) => {
    fireEvent.keyDown(document.body, { key: " " });
    act(() => void vi.advanceTimersByTime(seconds * 1000));
    fireEvent.keyDown(document.body, { key: " " });
  };

  it("a stopwatch hands over one time, then repeats", () => {
    vi.useFakeTimers({ now: 0 });
    draw(<StopClock {...props({ reading: { ...pressure, name: "Held", unit: "s" } })} />);
    run(6);
    expect(last()).toEqual({ value: 6, unit: "s" });
    run(5.4);
    expect(last()).toEqual({ repeats: [6, 5.4], unit: "s" });
    vi.useRealTimers();
  });

  it("two sets are timed in turn", () => {
    vi.useFakeTimers({ now: 0 });
    draw(<Timings {...props()} />);
    run(6.02);
    fireEvent.click(screen.getAllByText("This part")[0] as HTMLElement);
    run(5.4);
    expect(last()).toEqual({ inputs: { reference: [6.02], part: [5.4] } });
    vi.useRealTimers();
  });

  it("a line is timed point after point, by itself going on to the next", () => {
    vi.useFakeTimers({ now: 0 });
    draw(<LineRecorder {...props({ reading: line })} judged={null} />);
    run(12);
    run(40);
    expect(last()).toEqual({ inputs: { volume: 100, times: [12, 40], points: ["at-tank-outlet", "after-tap"] } });
    expect(screen.getByRole("img").getAttribute("aria-label")).toContain("After the tap 40 s");
    vi.useRealTimers();
  });

  it("a time that is typed keeps its decimals, and what is no number is said at its field and not handed over", async () => {
    const { user } = draw(<LineRecorder {...props({ reading: line })} judged={null} />);
    const field = screen.getByLabelText("Or type the time");
    await user.type(field, "12.5");
    expect(field).toHaveProperty("value", "12.5");
    expect(last()).toEqual({ inputs: { volume: 100, times: [12.5], points: ["at-tank-outlet"] } });
    await user.clear(field);
    await user.type(field, "0,75");
    expect(last()).toEqual({ inputs: { volume: 100, times: [0.75], points: ["at-tank-outlet"] } });
    await user.type(field, "x");
    const says = "Tank outlet: type the seconds as a number.";
    expect(screen.getByText(says)).toBeTruthy();
    expect(last()).toBeNull();
    await user.click(screen.getByRole("button", { name: "After the tap" }));
    expect(screen.getByText(says)).toBeTruthy(); // what is wrong at another point is said here too
    await user.click(screen.getByRole("button", { name: "Tank outlet" }));
    await user.clear(field);
    expect(screen.queryByText(says)).toBeNull();
  });

  it("the drawing marks where the line is tight", () => {
    const judged = {
      chances: [{ id: "short-after-tap", name: "Short after the tap", chance: 0.9 }],
    } as unknown as Judged;
    draw(<LineRecorder {...props({ reading: line })} judged={judged} />);
    expect(screen.getByRole("img").getAttribute("aria-label")).toContain("After the tap not timed, tight 90");
  });
});

describe("recording", () => {
  it("a sweep sets the next step by itself and replaces a step taken again", async () => {
    const { user } = draw(<SweepRecorder {...props()} />);
    const field = screen.getByLabelText("It reads");
    for (const speed of ["655", "684", "703", "712"]) await user.type(field, `${speed}{Enter}`);
    expect(last()).toEqual({
      inputs: { reads: "speed", turns: [0.75, 1, 1.25, 1.5], values: [655, 684, 703, 712], found: 1.5 },
    });
    const now = screen.getByLabelText("Now at");
    await user.clear(now);
    await user.type(now, "1");
    await user.type(field, "690{Enter}");
    expect(last()?.inputs).toMatchObject({ values: [655, 690, 703, 712] });
    await user.type(field, "fast{Enter}");
    expect(screen.getByRole("alert").textContent).toContain("as a number");
  });

  it("a shot is caught on one side or two", async () => {
    const { user } = draw(<ShotRecorder {...props()} />);
    await user.type(screen.getByRole("textbox", { name: "First side" }), "8.2{Enter}");
    expect(last()).toEqual({ inputs: { one: [8.2], strokes: 10 } });
    await user.type(screen.getByRole("textbox", { name: "Other side, if it has one" }), "4,1{Enter}");
    expect(last()).toEqual({ inputs: { one: [8.2], other: [4.1], strokes: 10 } });
    await user.click(screen.getByLabelText("Strike 8.2 off First side"));
    expect(last()).toBeNull();
  });

  it("a place on the picture is chosen by pointer or key, and none while cautions are unread", async () => {
    const choose = vi.fn();
    const wet = check({
      id: "wet-map",
      picture: { drawing: "side", places: { vent: [232, 34], shaft: [296, 182] } },
      outcomes: [
        { id: "vent", name: "Vent or air horn", kind: "abnormal", needs: [] },
        { id: "shaft", name: "Shaft ends", kind: "abnormal", needs: [] },
      ],
    });
    const picture = (disabled: boolean) => (
      <PictureMap check={wet} outcomes={wet.outcomes} marked={["shaft"]} disabled={disabled} onChoose={choose} />
    );
    const { user, rerender } = draw(picture(false));
    await user.click(screen.getByLabelText("Vent or air horn"));
    fireEvent.keyDown(screen.getByLabelText("Shaft ends"), { key: "Enter" });
    expect(choose.mock.calls.map(([id]) => id as string)).toEqual(["vent", "shaft"]);
    expect(screen.getByLabelText("Shaft ends").getAttribute("aria-pressed")).toBe("true");
    rerender(picture(true));
    await user.click(screen.getByLabelText("Vent or air horn"));
    expect(choose).toHaveBeenCalledTimes(2);
  });
});

describe("the verdict", () => {
  const judged: Judged = {
    value: 8.41,
    unit: "psi",
    uncertainty: 0.1,
    word: "high",
    too_close: false,
    says: ["Half again as hard on the needle."],
    facts: [],
    curve: null,
    chances: [
      { id: "low", name: "Low", chance: 0 },
      { id: "in-range", name: "In range", chance: 0.02 },
      { id: "high", name: "High", chance: 0.98 },
    ],
    cuts: [2.5, 7],
    physical: [0, 30],
    limit_unit: "psi",
    limit: { from: "card", card: "Press downdraft", date: "2026-03-01", source: "shop sheet" },
  };

  it("gives the number with its uncertainty, the word, its chance, and where the limit comes from", () => {
    draw(<Verdict judged={judged} check={check()} />);
    const text = screen.getByRole("status").textContent;
    expect(text).toMatch(/8\.41 ± 0\.20 psi/);
    expect(text).toContain("High98");
    expect(text).toContain("Half again as hard");
    expect(text).toContain("Limits: spec card Press downdraft, 2026-03-01. shop sheet");
  });

  it("has no word where no figure is known: it is held against its sisters", () => {
    draw(<Verdict judged={{ ...judged, word: null, chances: [], cuts: null }} check={check()} />);
    expect(screen.getByText(/held against its sisters/)).toBeTruthy();
  });

  it("asks for another reading when it is too close", () => {
    draw(<Verdict judged={{ ...judged, too_close: true }} check={check()} />);
    expect(screen.getByRole("status").textContent).toContain("Too close to call");
    expect(screen.getByRole("status").textContent).toContain("Measure again");
  });

  it("lists chances where there is no scale", () => {
    draw(<Verdict judged={{ ...judged, cuts: null, value: null }} check={check()} />);
    expect(screen.getAllByRole("listitem").map((row) => row.textContent)).toEqual([
      expect.stringContaining("High"),
      expect.stringContaining("In range"),
    ]);
  });
});
