// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { playGauge, type Live, type Recorded } from "./gauge-player";

const INTERVAL = 0.025;
const stretch = (from: number) => ({
  interval: INTERVAL,
  from,
  unit: "inHg",
  values: Array.from({ length: 400 }, (_, i) => Math.round(from / INTERVAL) + i),
});

describe("a simulated gauge", () => {
  const asked = vi.spyOn(api, "gauge");
  const told = vi.fn<(live: Live) => void>();
  beforeEach(() => {
    vi.useFakeTimers();
    asked.mockReset().mockImplementation((_kind, query) => Promise.resolve(stretch(query.from)));
    told.mockReset();
  });
  afterEach(() => vi.useRealTimers());
  const value = () => told.mock.lastCall?.[0].value;

  it("plays what it was given by the clock, and asks for the next stretch before it runs out", async () => {
    const player = playGauge("vacuum", "steady", told);
    await vi.advanceTimersByTimeAsync(1000);
    expect(value()).toBeCloseTo(40, -1);
    await vi.advanceTimersByTimeAsync(14_000);
    expect(value()).toBeCloseTo(600, -1);
    expect(asked.mock.calls.map(([, query]) => query.from)).toEqual([0, 10]);
    player.stop();
    const calls = told.mock.calls.length;
    await vi.advanceTimersByTimeAsync(1000);
    expect(told.mock.calls.length).toBe(calls);
  });

  it("hands over the very readings it played, across two stretches", async () => {
    const player = playGauge("vacuum", "flicking", told);
    await vi.advanceTimersByTimeAsync(5000);
    const taken = vi.fn<(record: Recorded) => void>();
    player.record(8, taken);
    await vi.advanceTimersByTimeAsync(4000);
    expect(told.mock.lastCall?.[0].recorded).toBeCloseTo(4, 0);
    await vi.advanceTimersByTimeAsync(5000);
    const { values, interval } = taken.mock.calls[0]?.[0] ?? { values: [], interval: 0 };
    expect([values.length, interval]).toEqual([320, INTERVAL]);
    expect(values.every((one, i) => i === 0 || one === (values[i - 1] ?? 0) + 1)).toBe(true);
    player.stop();
  });

  it("says so when nobody answers, and plays no more", async () => {
    asked.mockRejectedValue(new Error("gone"));
    playGauge("vacuum", "steady", told);
    await vi.advanceTimersByTimeAsync(500);
    expect(told.mock.calls).toHaveLength(1);
    expect(told.mock.lastCall?.[0].problem).toMatch(/does not answer/);
  });
});
