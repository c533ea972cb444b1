import type { Job, NewEntry, NewJob, Problem } from "../api/types";

/** One thing written here that the server has not stored yet: a new job, or an entry of a job. */
export type Parcel = {
  /** The id of the job or entry itself: sent twice, it is stored once. */
  id: string;
  /** The job it belongs to; its own id for a new job. */
  job: string;
  content: { kind: "job"; job: NewJob } | { kind: "entry"; entry: NewEntry };
  /**
   * queued: goes out as soon as it can. sending: on its way; found so after a reload, it is queued again.
   * refused: set aside with its problem until a person corrects it, sends it again or drops it.
   */
  state: "queued" | "sending" | "refused";
  /** Why it was refused, or why it still waits; null while nothing is wrong. Reset when it is queued anew. */
  problem: Problem | null;
};

/** What of the page and the server the outbox needs; handed in, so that it can be tested without either. */
export type Surroundings = {
  storage: Pick<Storage, "getItem" | "setItem" | "removeItem">;
  createJob: (job: NewJob) => Promise<Job>;
  addEntries: (job: string, version: number, entries: NewEntry[]) => Promise<Job>;
  /** The job's version as far as it is known here; asked of the server when it is not, or when `anew`. */
  version: (job: string, anew: boolean) => Promise<number>;
  /** Told each time the server has stored something, with the job as it then stands. */
  stored: (job: Job) => void;
  /** Under which name entries are signed now; null where nobody has said. */
  by: () => string | null;
  /** Calls back after so many ms; returns the way to call it off. */
  later: (act: () => void, ms: number) => () => void;
};
