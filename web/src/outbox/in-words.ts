import type { Catalogue } from "../api/types";
import type { Parcel } from "./types";

type Data = Record<string, unknown>;

/** What a parcel holds, as a person would say it. catalogue: undefined before it is here */
export function inWords(parcel: Parcel, catalogue: Catalogue | undefined): string {
  if (parcel.content.kind === "job") return `New job: ${parcel.content.job.title}`;
  const { kind, data } = parcel.content.entry;
  const check = catalogue?.checks.find((row) => row.id === data.check);
  switch (kind) {
    case "check":
      return `${check?.name ?? String(data.check)}: ${result(data, (id) => check?.outcomes.find((row) => row.id === id)?.name ?? id)}`;
    case "symptom": {
      const name = catalogue?.symptoms.find((row) => row.id === data.symptom)?.name ?? String(data.symptom);
      return data.seen === "absent" ? `Not seen: ${name}` : name;
    }
    case "repair":
      return `Repaired: ${catalogue?.faults.find((row) => row.id === data.repair)?.name ?? String(data.repair)}`;
    case "state":
      return `Now ${[data.engine, data.carburetor && `carburetor ${String(data.carburetor)}`].filter(Boolean).join(", ")}`;
    case "caution":
      return `Caution read: ${catalogue?.hazards.find((row) => row.id === data.hazard)?.name ?? String(data.hazard)}`;
    case "strike":
      return "An entry struck out";
    case "close":
      return `Closed as ${String(data.as)}`;
    case "wait":
      return `Put aside: ${String(data.for)}`;
    default:
      return typeof data.text === "string" ? data.text : kind;
  }
}

function result(data: Data, name: (id: string) => string): string {
  if (Array.isArray(data.outcomes)) return data.outcomes.map((id) => name(String(id))).join(", ");
  const reading = (data.reading ?? {}) as Data;
  if (typeof reading.value === "number") return `${reading.value} ${String(reading.unit ?? "")}`.trim();
  if (Array.isArray(reading.repeats)) return reading.repeats.join(", ");
  return "a reading";
}

/** The one field of an entry's data that can be corrected by typing: where it stands, what it is called, what stands in it. */
export type Correctable = { name: string; value: string; put: (data: Data, text: string) => Data | null };

/** null where an entry is corrected by taking it anew (a choice, not a text). */
export function correctable(parcel: Parcel): Correctable | null {
  if (parcel.content.kind === "job") return null;
  const { data } = parcel.content.entry;
  const reading = data.reading as Data | undefined;
  if (typeof reading?.value === "number")
    return {
      name: "Reading",
      value: String(reading.value),
      put: (old, text) => {
        const value = Number(text.trim().replace(",", "."));
        return text.trim() !== "" && Number.isFinite(value) ? { ...old, reading: { ...reading, value } } : null;
      },
    };
  for (const [field, name] of [
    ["text", "Text"],
    ["reason", "Reason"],
  ] as const) {
    const value = data[field];
    if (typeof value === "string")
      return { name, value, put: (old, text) => (text.trim() ? { ...old, [field]: text } : null) };
  }
  return null;
}
