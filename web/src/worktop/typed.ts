import type { CalculatorInput } from "../api/types";
import { parseNumber, parseNumbers } from "../words/numbers";

/** What stands in the fields: text as typed, and the unit chosen. A field that was not touched is missing. */
export type Typed = Record<string, { text?: string; unit?: string; u?: string }>;

/** The fields as the server takes them, and what cannot be read. defaults: an untouched field stands at its usual value. Pure. */
export function inputsOf(
  fields: CalculatorInput[],
  typed: Typed,
  defaults: boolean,
): { inputs: Record<string, unknown>; wrong: Record<string, string> } {
  const inputs: Record<string, unknown> = {};
  const wrong: Record<string, string> = {};
  for (const field of fields) {
    const now = typed[field.id];
    if (field.choices) {
      if (now?.text ?? defaults) inputs[field.id] = now?.text ?? field.default;
      continue;
    }
    const text = now?.text ?? (defaults ? usual(field) : "");
    const unit = now?.unit ?? field.unit;
    if (text.trim() === "") {
      if (defaults && !field.optional) wrong[field.id] = takes(field);
      if (defaults && field.optional) inputs[field.id] = { value: null };
      continue;
    }
    const value = field.list ? parseNumbers(text) : parseNumber(text);
    if (value === null) {
      wrong[field.id] = field.list ? "Numbers apart by spaces; one of these is none." : takes(field);
      continue;
    }
    const u = parseNumber(now?.u ?? "");
    inputs[field.id] = { value, unit, ...(u !== null && { u }) };
  }
  return { inputs, wrong };
}

/** The usual value as text. */
export function usual(field: CalculatorInput): string {
  const usual = field.default;
  if (Array.isArray(usual)) return usual.join(" ");
  return typeof usual === "number" || typeof usual === "string" ? String(usual) : "";
}

export function takes(field: CalculatorInput): string {
  const unit = field.unit && field.unit !== "count" ? ` ${field.unit}` : "";
  return field.min === undefined ? "A number" : `${field.min} to ${field.max}${unit}`;
}
