import type { Problem } from "../api/types";

/** What an answer that was no success means for what was sent. */
export type Outcome =
  /** Nobody's fault: it stays in the queue and goes out again after a while. */
  | { kind: "wait" }
  /** Somebody else wrote meanwhile, about something else: it goes out again, behind theirs. */
  | { kind: "behind" }
  /** Somebody else wrote meanwhile about the same: the person decides whether theirs comes after. */
  | { kind: "stale" }
  /** These are at fault (their places in what was sent), the others are not. */
  | { kind: "at fault"; places: number[] }
  /** One of several is at fault, and the answer does not say which: send them one by one. */
  | { kind: "one by one" };

/**
 * 0 (no signal), 5xx, 408, 429, and 401 or 403 (sign in, then it goes): wait. 409 with a version: stale, or behind where the server says that nothing collides. Any other refusal names the
 * entry (errors[].field is entries/N/...), or is about all that was sent.
 * count: how many were sent
 */
export function outcomeOf(problem: Problem, count: number): Outcome {
  const { status } = problem;
  if (status === 0 || status >= 500 || [401, 403, 408, 429].includes(status)) return { kind: "wait" };
  if (status === 409 && problem.version !== undefined) return { kind: problem.collides === false ? "behind" : "stale" };
  const places = named(problem).filter((place) => place < count);
  if (places.length > 0) return { kind: "at fault", places };
  return count > 1 ? { kind: "one by one" } : { kind: "at fault", places: [0] };
}

function named(problem: Problem): number[] {
  const places = (problem.errors ?? []).map((error) => /^entries\/(\d+)(?:\/|$)/.exec(error.field)?.[1]);
  return [...new Set(places.flatMap((place) => (place === undefined ? [] : [Number(place)])))];
}
