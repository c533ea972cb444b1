import { ApiError } from "../api/problem";

/** What went wrong: at one field of the form, or in general. */
export type Told = { field: string | null; says: string };

/** Runs it; what it was refused with, or null. Anything but a refusal is thrown on. */
export async function refusal(act: () => Promise<unknown>): Promise<Told | null> {
  try {
    await act();
    return null;
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    const at = error.problem.errors?.[0];
    return { field: at?.field ?? null, says: at?.detail ?? error.problem.detail };
  }
}

/** What stands at this field, or null. */
export function at(told: Told | null, field: string): string | null {
  return told?.field === field ? told.says : null;
}
