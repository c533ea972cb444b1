import type { NewEntry } from "./types";

/**
 * Entries that have not reached the server, kept in the browser per job, in order. They survive a reload.
 * Nothing leaves the outbox until the server has said that it is stored, or the person says to drop it.
 */
const key = (jobId: string) => `upper-branch.outbox.${jobId}`;

export function waiting(jobId: string): NewEntry[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key(jobId)) ?? "[]");
    return Array.isArray(kept) ? (kept as NewEntry[]) : [];
  } catch {
    return [];
  }
}

export function keep(jobId: string, entries: NewEntry[]): void {
  if (entries.length === 0) localStorage.removeItem(key(jobId));
  else localStorage.setItem(key(jobId), JSON.stringify(entries));
}
