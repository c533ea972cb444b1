import { api } from "../api/client";
import { clock } from "../ui/clock";

export type Signal = "steady" | "drifting" | "flicking" | "hunting";
export type GaugeKind = "vacuum" | "pressure" | "tachometer";
/** Readings at even times, as they were played. interval: s */
export type Recorded = { values: number[]; interval: number };
/** What the needle shows now; recorded: s of the record that is being taken. */
export type Live = { value: number | null; recorded: number | null; problem: string | null };

export const OFF: Live = { value: null, recorded: null, problem: null };
const TICK_MS = 50;
const AHEAD_S = 3;
const SILENT = "The gauge does not answer. Set the needle by hand, or type the number.";

/** A simulated gauge switched on: stretches of readings from the server, played by the page's clock until `stop`. */
export function playGauge(kind: GaugeKind, signal: Signal, tell: (live: Live) => void) {
  const seed = Math.floor(clock.now() / 1000) % 1000;
  const values: number[] = [];
  let began = 0;
  let interval = 0;
  let asking = false;
  let on = true;
  let taking: { from: number; count: number; done: (record: Recorded) => void } | null = null;

  const played = () => Math.min(Math.floor((clock.now() - began) / 1000 / interval), values.length - 1);

  async function more() {
    if (asking) return;
    asking = true;
    try {
      const stretch = await api.gauge(kind, { signal, seed, from: values.length * interval });
      if (values.length === 0) began = clock.now();
      values.push(...stretch.values);
      interval = stretch.interval;
      asking = false;
    } catch {
      if (on) tell({ ...OFF, problem: SILENT });
      stop();
    }
  }

  function tick() {
    if (values.length === 0) return;
    const at = played();
    if ((values.length - at) * interval < AHEAD_S) void more();
    const taken = taking && at - taking.from;
    tell({
      value: values[at] ?? null,
      recorded: taken === null ? null : Math.max(taken, 0) * interval,
      problem: null,
    });
    if (!taking || at - taking.from < taking.count) return;
    const { from, count, done } = taking;
    taking = null;
    done({ values: values.slice(from, from + count), interval });
  }

  const timer = window.setInterval(tick, TICK_MS);
  function stop() {
    on = false;
    window.clearInterval(timer);
  }
  void more();

  return {
    stop,
    /** Takes down the next readings, so many seconds of them, and gives them when they have all been played. */
    record(seconds: number, done: (record: Recorded) => void) {
      if (values.length > 0) taking = { from: played() + 1, count: Math.round(seconds / interval), done };
    },
  };
}
