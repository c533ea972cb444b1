import { ApiError } from "../api/problem";

/** What went wrong: at one field of the form, or in general. */
export type Told = { field: string | null; says: string };

const DEVICE = new Set(["NotAllowedError", "AbortError", "InvalidStateError", "SecurityError", "NotSupportedError"]);
const NOT_BY_DEVICE = "The device did not do it: try again, or go on with name and password.";

/** Runs it; what it was refused with, or null. Anything but a refusal is thrown on. */
export async function refusal(act: () => Promise<unknown>): Promise<Told | null> {
  try {
    await act();
    return null;
  } catch (error) {
    // What the device itself refuses, or whoever holds it.
    if (error instanceof Error && DEVICE.has(error.name)) return { field: null, says: NOT_BY_DEVICE };
    if (!(error instanceof ApiError)) throw error;
    const at = error.problem.errors?.[0];
    return { field: at?.field ?? null, says: at?.detail ?? error.problem.detail };
  }
}

/** What stands at this field, or null. */
export function at(told: Told | null, field: string): string | null {
  return told?.field === field ? told.says : null;
}
