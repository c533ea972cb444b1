import type { ReadingData } from "../api/types";
import { parseNumber } from "../words/numbers";
import type { Recorded } from "./gauge-player";

/** What instruments have taken down, as a reading the server can judge; null while it is not enough. Pure. */
export function numberData(state: {
  text: string;
  unit: string;
  resolution: string;
  accuracy: string;
  altitude: string;
  repeats: number[];
}): ReadingData | null {
  const value = parseNumber(state.text);
  const { resolution, accuracy, altitude } = numbersOf(state, ["resolution", "accuracy", "altitude"]);
  const more = {
    unit: state.unit,
    ...(resolution !== null && { resolution }),
    ...(accuracy !== null && { accuracy }),
    ...(altitude !== null && { altitude }),
  };
  const repeats = value === null ? state.repeats : [...state.repeats, value];
  if (repeats.length === 0 || (state.text.trim() !== "" && value === null)) return null;
  return { ...oneOrMore(repeats), ...more };
}

function numbersOf<Key extends string>(state: Record<Key, string>, keys: Key[]): Record<Key, number | null> {
  return Object.fromEntries(keys.map((key) => [key, parseNumber(state[key])])) as Record<Key, number | null>;
}

/** One value stands as the reading, several as its repeats. */
function oneOrMore(values: number[]): ReadingData {
  const [value, ...rest] = values;
  return value !== undefined && rest.length === 0 ? { value } : { repeats: values };
}

export function timingsData(state: { reference: number[]; part: number[] }): ReadingData | null {
  if (state.reference.length === 0 || state.part.length === 0) return null;
  return { inputs: { reference: state.reference, part: state.part } };
}

export function shotData(state: { one: number[]; other: number[]; strokes: string; late: string }): ReadingData | null {
  const { strokes, late } = numbersOf(state, ["strokes", "late"]);
  if (state.one.length === 0 || strokes === null) return null;
  const more = { ...(state.other.length > 0 && { other: state.other }), ...(late !== null && { late }) };
  return { inputs: { one: state.one, strokes, ...more } };
}

export type Swept = "speed" | "vacuum";

export function sweepData(state: {
  found: string;
  reads: Swept;
  steps: { turns: number; value: number }[];
}): ReadingData | null {
  const found = parseNumber(state.found);
  if (state.steps.length < 4) return null;
  return {
    inputs: {
      turns: state.steps.map((step) => step.turns),
      values: state.steps.map((step) => step.value),
      reads: state.reads,
      ...(found !== null && { found }),
    },
  };
}

/** The points that were timed, with their seconds. What was kept by an older page may be a number already. */
export function timed(times: Record<string, string | number>): Record<string, number> {
  const rows = Object.entries(times).map(([point, text]) => [point, parseNumber(String(text))] as const);
  return Object.fromEntries(rows.filter((row): row is [string, number] => row[1] !== null));
}

/** The points whose time is no number. */
export function unreadable(times: Record<string, string | number>): string[] {
  const known = timed(times);
  return Object.keys(times).filter((point) => String(times[point]).trim() !== "" && !(point in known));
}

/** Points are in the order of flow; those without a time are left out. */
export function segmentsData(
  state: { volume: string; demand: string; times: Record<string, string | number> },
  points: string[],
): ReadingData | null {
  const volume = parseNumber(state.volume);
  const demand = parseNumber(state.demand);
  const times = timed(state.times);
  const at = points.filter((point) => point in times);
  if (volume === null || unreadable(state.times).length > 0 || at.length < 1) return null;
  return {
    inputs: {
      volume,
      times: at.map((point) => times[point]),
      points: at,
      ...(demand !== null && { demand }),
    },
  };
}

export function dropsData(state: { drops: number; seconds: number }): ReadingData | null {
  return state.seconds > 0 ? { inputs: { drops: state.drops, seconds: state.seconds } } : null;
}

export function timesData(times: number[]): ReadingData | null {
  if (times.length === 0) return null;
  return { ...oneOrMore(times), unit: "s" };
}

/** A needle set by hand, or a record of how it moved. */
export function needleData(state: { value: number | null; record: Recorded | null }, unit: string): ReadingData | null {
  if (state.record) return { inputs: { values: state.record.values, interval: state.record.interval } };
  return state.value === null ? null : { value: state.value, unit };
}
