import type { Problem } from "./types";

/** An answer that was not a success: the problem document, or status 0 when nothing answered. */
export class ApiError extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }

  get status(): number {
    return this.problem.status;
  }

  /** True when the same request may succeed later: no signal, or the database is away. */
  get passing(): boolean {
    return this.status === 0 || this.status >= 502 || this.status === 429;
  }

  /** What is wrong at one field, or null. field: as the problem names it, "figures/0/high" */
  at(field: string): string | null {
    return this.problem.errors?.find((error) => error.field === field)?.detail ?? null;
  }
}

const NO_SIGNAL: Problem = {
  type: "/problems/no-signal",
  title: "No connection",
  status: 0,
  detail: "The server does not answer. What you entered is kept here and is sent when it does.",
};

/** status: 0 when nothing answered; body: what came with it, a problem document or anything else */
export function problemOf(status: number, body: unknown): ApiError {
  return new ApiError(isProblem(body) ? body : { ...NO_SIGNAL, status });
}

/** What is told of a file that was not taken in: its name, where it is wrong, and that nothing was changed. */
export function fileRefused(file: string, { problem }: ApiError): string {
  if (problem.type === NO_SIGNAL.type) return `The server does not answer. Choose ${file} again when it does.`;
  const field = problem.errors?.[0]?.field;
  // Where the sentence begins with the field already, it is not named twice.
  const where = field && !problem.detail.startsWith(field) ? `, ${field}` : "";
  return `${file}${where}: ${problem.detail} Nothing was changed.`;
}

function isProblem(body: unknown): body is Problem {
  return typeof body === "object" && body !== null && "detail" in body && "status" in body;
}
