import type { EntryData } from "../api/entries";
import type { Catalogue, NewEntry } from "../api/types";
import { parseNumber } from "./numbers";

/** An entry that the server has not got yet, in words; what is stored is told by the trace. */
export function entryWords(entry: NewEntry, catalogue: Catalogue | undefined): string {
  switch (entry.kind) {
    case "check":
      return checkWords(entry.data, catalogue);
    case "symptom":
      return `${SEEN[entry.data.seen]}${named(catalogue?.symptoms, entry.data.symptom)}`;
    case "condition":
      return `${named(catalogue?.symptoms, entry.data.symptom)}, ${named(catalogue?.conditions, entry.data.condition)}: ${entry.data.answer}`;
    case "recreate":
      return `${named(catalogue?.ways, entry.data.way)}: ${named(catalogue?.symptoms, entry.data.symptom)} ${entry.data.shown ? "shown" : "not shown"}`;
    case "passed_over":
      return `Could not be done: ${named(catalogue?.checks, entry.data.check)} - ${entry.data.reason}`;
    case "waive":
      return `Left as it is: ${named(catalogue?.faults, entry.data.fault)}`;
    case "gate":
      return catalogue?.gates.find((row) => row.id === entry.data.gate)?.done ?? "Made safe";
    case "repair":
      return `Repaired: ${named(catalogue?.faults, entry.data.repair)}${where(entry.data)}`;
    case "state":
      return `Now ${[entry.data.engine, entry.data.carburetor && `carburetor ${entry.data.carburetor}`].filter(Boolean).join(", ")}`;
    case "caution":
      return `Caution read: ${named(catalogue?.hazards, entry.data.hazard)}`;
    case "put_back":
      return `Back on: ${named(catalogue?.checks, entry.data.check)}`;
    case "removed":
      return `Off: ${entry.data.name ?? entry.data.part ?? "a part"}`;
    case "refitted":
      return "A part back on";
    case "cleared":
      return `Cleared: ${entry.data.name ?? entry.data.passage ?? "a passage"}`;
    case "photo":
      return `Photo${entry.data.caption ? `: ${entry.data.caption}` : ""}`;
    case "setting":
      return `Set: ${entry.data.loop.replaceAll("-", " ")}`;
    case "task":
      return entry.data.left ? `Left out: ${entry.data.left}` : "A task of the plan done";
    case "limits":
      return entry.data.card ? `Limits by the spec card ${entry.data.card.name}` : "Limits of this job";
    case "trial":
      return trialWords(entry.data);
    case "engine":
      return "What the engine is known by";
    case "machine":
      return `The machine${entry.data.name ? `: ${entry.data.name}` : ""}`;
    case "strike":
      return "An entry struck out";
    case "close":
      return `Closed as ${entry.data.as}`;
    case "wait":
      return `Put aside: ${entry.data.for}`;
    case "note":
      return entry.data.text;
  }
}

const SEEN = { present: "", absent: "Not seen: ", unknown: "Nobody knows: " } as const;

function checkWords(data: EntryData<"check">, catalogue: Catalogue | undefined): string {
  const check = catalogue?.checks.find((row) => row.id === data.check);
  return `${check?.name ?? data.check}${where(data)}: ${result(data, (id) => named(check?.outcomes, id))}`;
}

function trialWords(data: EntryData<"trial">): string {
  const setting = `${data.setting}${where(data)}`;
  return data.result === "left"
    ? `${setting} left at ${data.to}`
    : `${setting} from ${data.from} to ${data.to}: ${data.result}`;
}

/** Which of several, by its id: the names of places come with the trace, and this has none yet. */
function where({ place }: { place?: string | undefined }): string {
  return place ? ` (${place.replaceAll("-", " ")})` : "";
}

function result({ outcomes, reading }: EntryData<"check">, name: (id: string) => string): string {
  if (outcomes) return outcomes.map(name).join(", ");
  if (reading?.value !== undefined) return `${reading.value} ${reading.unit ?? ""}`.trim();
  return reading?.repeats ? reading.repeats.join(", ") : "a reading";
}

/** The name of a row, or its id where nobody knows it. */
function named(rows: readonly { id: string; name: string }[] | undefined, id: string): string {
  return rows?.find((row) => row.id === id)?.name ?? id;
}

/** The one field of an entry that can be corrected by typing: what it is called, what stands in it, and the entry with another text in it. */
export type Correctable = { name: string; value: string; put: (text: string) => NewEntry | null };

/** null where an entry is corrected by taking it anew (a choice, not a text). */
export function correctable(entry: NewEntry): Correctable | null {
  switch (entry.kind) {
    case "check":
      return correctableReading(entry);
    case "note":
      return {
        name: "Text",
        value: entry.data.text,
        put: (text) => (text.trim() ? { ...entry, data: { ...entry.data, text } } : null),
      };
    case "close":
      return {
        name: "Reason",
        value: entry.data.reason ?? "",
        put: (reason) => (reason.trim() ? { ...entry, data: { ...entry.data, reason } } : null),
      };
    default:
      return null;
  }
}

function correctableReading(entry: Extract<NewEntry, { kind: "check" }>): Correctable | null {
  const { reading } = entry.data;
  if (reading?.value === undefined) return null;
  return {
    name: "Reading",
    value: String(reading.value),
    put: (text) => {
      const value = parseNumber(text);
      return value === null ? null : { ...entry, data: { ...entry.data, reading: { ...reading, value } } };
    },
  };
}
