import type { Amendment, KnowledgeField } from "../api/types";
import { parseNumber, parseNumbers } from "../words/numbers";

/** What is typed into the fields of a record: {at: text}. A list stands in it line by line, limits with a blank between. */
export type Texts = Record<string, string>;

/** A value as it is typed. */
export function textOf(value: KnowledgeField["value"], kind: KnowledgeField["kind"]): string {
  if (Array.isArray(value)) return value.join(kind === "lines" ? "\n" : " ");
  return value === null || value === undefined ? "" : String(value);
}

/** What was typed, as a value; null where it is no number. */
export function valueOf(text: string, kind: KnowledgeField["kind"]): Amendment["value"] {
  if (kind === "number") return parseNumber(text);
  if (kind === "cuts") return parseNumbers(text);
  if (kind === "lines") return text.split("\n").flatMap((line) => line.trim() || []);
  return text.trim();
}

/** What is wrong with a text as typed, before the server looks at it; null when it may be sent. */
export function wrongWith(text: string, field: KnowledgeField): string | null {
  if (valueOf(text, field.kind) !== null) return null;
  return field.kind === "cuts" ? "Numbers, the lower first" : "A number";
}

/** The fields whose text says something else than what stands there. */
export function changesOf(texts: Texts, fields: KnowledgeField[]): Amendment[] {
  return fields.flatMap((field) => {
    const text = texts[field.at];
    if (text === undefined || text === textOf(field.value, field.kind)) return [];
    const value = valueOf(text, field.kind);
    if (textOf(value, field.kind) === textOf(field.value, field.kind)) return [];
    // What the files have needs no word of the shop's own.
    return [{ at: field.at, value: textOf(value, field.kind) === textOf(field.file, field.kind) ? null : value }];
  });
}

/** How a change is undone: the word from before, or back to the files. */
export function undoing(row: { at: string; was: Amendment["value"]; file: Amendment["value"] }): Amendment {
  return { at: row.at, value: JSON.stringify(row.was) === JSON.stringify(row.file) ? null : row.was };
}

/** A value in a line of a history. */
export function inShort(value: Amendment["value"]): string {
  if (value === null) return "as the files have it";
  if (!Array.isArray(value)) return typeof value === "string" && value.length > 3 ? `“${value}”` : String(value);
  return value.every((one) => typeof one === "number") ? value.join(" · ") : `“${value.join(" ")}”`;
}
