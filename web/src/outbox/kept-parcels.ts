import type { Parcel, Surroundings } from "./types";

const KEY = "upper-branch.outbox";

/** The parcels as they lie in the browser's own store, in the order they were written. Two pages may work on it: it is read anew each time. */
export function read(storage: Surroundings["storage"]): Parcel[] {
  try {
    const kept: unknown = JSON.parse(storage.getItem(KEY) ?? "[]");
    return Array.isArray(kept) ? kept.filter(isParcel) : [];
  } catch {
    return [];
  }
}

export function write(storage: Surroundings["storage"], parcels: Parcel[]): void {
  if (parcels.length === 0) storage.removeItem(KEY);
  else storage.setItem(KEY, JSON.stringify(parcels));
}

/** True for the store's own key: another page has changed it. */
export function isOutbox(key: string | null): boolean {
  return key === KEY;
}

function isParcel(row: unknown): row is Parcel {
  return typeof row === "object" && row !== null && "id" in row && "job" in row && "content" in row && "state" in row;
}
