import type { HoleField } from "../api/types";
import { parseNumber } from "../words/numbers";
import { usual, type Typed } from "../worktop/typed";

/** A size as it came from a card or a job. */
export type Given = { value: number; unit: string; says: string };

/** What stands in the fields: what was typed over what was given. Pure. */
export function typedOver(given: Record<string, Given>, typed: Typed): Typed {
  const base = Object.entries(given).map(
    ([field, size]) => [field, { text: plain(size.value), unit: size.unit }] as const,
  );
  return { ...Object.fromEntries(base), ...typed };
}

/** A number as one would type it. */
export function plain(value: number): string {
  return String(Number(value.toPrecision(6)));
}

/** Ends and step of a field's slider in its own unit, or null where it has none. from: what it stands at untouched */
export function sliderOf(field: HoleField, from: number | null) {
  if (field.step === undefined || field.min === undefined || field.max === undefined || from === null) return null;
  const wide = field.max - field.min;
  const reach = Math.max(Math.abs(from) * 0.8, Math.min(wide / 4, field.step * 60));
  const low = Math.max(field.min, from - reach);
  const high = Math.min(field.max, from + reach);
  const round = (value: number) => Math.round(value / (field.step ?? 1)) * (field.step ?? 1);
  return { min: Number(round(low).toFixed(4)), max: Number(round(high).toFixed(4)), step: field.step };
}

/** Fields that stand otherwise in two sheets, in words: "Main jet 1.43 -> 1.3 mm". */
export function differences(fields: HoleField[], one: Typed, other: Typed): string[] {
  return fields.flatMap((field) => {
    const [from, to] = [one, other].map((typed) => said(field, typed)) as [string, string];
    return from === to ? [] : [`${field.name}: ${from} → ${to}`];
  });
}

function said(field: HoleField, typed: Typed): string {
  const text = typed[field.id]?.text ?? usual(field);
  if (field.choices) return field.choices[text] ?? text;
  const number = parseNumber(text);
  const unit = typed[field.id]?.unit ?? field.unit ?? "";
  return [number === null ? text : plain(number), unit === "count" || unit === "ratio" ? "" : unit].join(" ").trim();
}
