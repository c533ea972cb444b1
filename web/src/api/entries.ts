import type { NewEntry } from "./types";

export type EntryKind = NewEntry["kind"];
/** What an entry of this kind holds, by the contract. */
export type EntryData<K extends EntryKind> = Extract<NewEntry, { kind: K }>["data"];

/**
 * A new entry with an id of its own, so that sending it twice stores it once.
 *
 * @example
 * entry("check", { check: check.id, outcomes: ["weak"] })
 */
export function entry<K extends EntryKind>(kind: K, data: EntryData<K>): NewEntry {
  // The compiler cannot see that kind and data belong together once both are variables; the signature has made sure of it.
  return { id: newId(), kind, data } as NewEntry;
}

/** crypto.randomUUID needs a secure page; a tablet in the shed may use plain http. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}
