import type { EntryData } from "../../api/entries";
import type { SettingField, SettingLoop } from "../../api/types";
import { parseNumber } from "../../words/numbers";

/** What is typed of a round, by field; and of the goals. */
export type Typed = Record<string, string>;

/** A number as it stands in a field. */
export function text(value: number | null | undefined): string {
  return value === null || value === undefined ? "" : String(Math.round(value * 1000) / 1000);
}

/** What stands in a field before anything is typed: where it should stand now, for what is set by hand. */
export function laid(field: SettingField, typed: Typed): string {
  return typed[field.id] ?? text(field.proposed);
}

/** Why a field may not stay as it is, or null. Nothing is said of one that is empty. */
export function wrong(
  row: { min: number | null; max: number | null; unit: string | null },
  said: string,
): string | null {
  if (said.trim() === "") return null;
  const value = parseNumber(said);
  if (value === null) return "A number, please.";
  const { min, max } = row;
  if (min === null || max === null || (value >= min && value <= max)) return null;
  return `From ${min} to ${max}${row.unit ? ` ${row.unit}` : ""}.`;
}

/** The data of a round, or null while something is missing or wrong. */
export function roundOf(loop: SettingLoop, typed: Typed, goals: Typed, fresh: boolean): EntryData<"setting"> | null {
  const values: Record<string, number | string> = {};
  for (const field of loop.fields) {
    const said = laid(field, typed);
    if (said.trim() === "") {
      if (field.optional) continue;
      return null;
    }
    const value = field.choices ? said : parseNumber(said);
    if (value === null || (!field.choices && wrong(field, said))) return null;
    values[field.id] = value;
  }
  const given = goalsOf(loop, goals);
  if (!given) return null;
  return {
    loop: loop.id,
    ...(loop.place && { place: loop.place }),
    ...(fresh && { fresh }),
    ...(Object.keys(given).length > 0 && { goals: given }),
    values,
  };
}

/** The goals that were typed, or null while one is wrong or one that is needed is missing. */
function goalsOf(loop: SettingLoop, typed: Typed): Record<string, number> | null {
  const given: Record<string, number> = {};
  for (const goal of loop.goals) {
    const said = typed[goal.id];
    if (said === undefined || said.trim() === "") {
      if (goal.value === null && !goal.optional) return null;
      continue;
    }
    const value = parseNumber(said);
    if (value === null || wrong(goal, said)) return null;
    if (value !== goal.value) given[goal.id] = value;
  }
  return given;
}
