import { ApiError } from "../api/problem";
import type { NewEntry, NewJob, Problem } from "../api/types";
import { isOutbox, read, write } from "./kept-parcels";
import { outcomeOf } from "./outcome";
import type { Parcel, Surroundings } from "./types";

const FIRST_PAUSE = 2_000;
const LONGEST_PAUSE = 60_000;
/** So often entries go out behind somebody else's in a row; whoever writes that much is better looked at first. */
const BEHIND = 10;
/** The server takes at most so many entries at once. */
const AT_ONCE = 100;

/**
 * Everything written goes out through here: kept in the browser until the server has stored it, sent in order, job by job, whether or
 * not the job is open on the screen. Nothing leaves it unstored unless a person drops it.
 *
 * @example
 * const outbox = new Outbox({ storage: localStorage, ... });
 * await outbox.add(jobId, [entry("note", { text: "blue can" })]);
 */
export class Outbox {
  readonly #around: Surroundings;
  readonly #listeners = new Set<() => void>();
  #parcels: Parcel[];
  #sending: Promise<void> | null = null;
  /** Written while something was being sent: go round once more. */
  #again = false;
  #pause = FIRST_PAUSE;
  /** How long the server has asked to wait, ms. */
  #asked = 0;
  #callOff: (() => void) | null = null;
  /** Nobody shows it any more: nothing is tried again until somebody asks. */
  #resting = false;
  /** The browser's store takes nothing more (full, or forbidden): what is written lives as long as this page. */
  #unkept = false;

  constructor(around: Surroundings) {
    this.#around = around;
    this.#parcels = read(around.storage).map((one) => (one.state === "sending" ? { ...one, state: "queued" } : one));
  }

  /** All parcels in the order they were written. The same list until something changes. */
  get parcels(): Parcel[] {
    return this.#parcels;
  }

  /** Calls back after every change; returns the way to stop. */
  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Entries for a job, sent at once where that is possible. Resolves when there is nothing more to try now. */
  add(job: string, entries: NewEntry[]): Promise<void> {
    return this.#put(entries.map((one) => parcel(one.id, job, { kind: "entry", entry: this.#signed(one) })));
  }

  /** A new job with its first entries. */
  addJob(job: NewJob): Promise<void> {
    const entries = job.entries.map((one) => this.#signed(one));
    return this.#put([parcel(job.id, job.id, { kind: "job", job: { ...job, entries } })]);
  }

  /** Sends what is queued: on start, when the signal comes back, or because somebody asks. */
  flush(): Promise<void> {
    this.#resting = false;
    this.#callOff?.();
    this.#callOff = null;
    if (this.#sending) this.#again = true;
    else this.#sending = this.#rounds();
    return this.#sending;
  }

  /** Its page is gone: what waits stays in the store for the next one, and nothing goes out after. */
  rest(): void {
    this.#resting = true;
    this.#callOff?.();
    this.#callOff = null;
  }

  /** Refused parcels again as they are; after somebody else's entries where those were in the way. */
  retry(ids: string[]): Promise<void> {
    this.#change((all) => all.map((one) => (ids.includes(one.id) ? { ...one, state: "queued", problem: null } : one)));
    return this.flush();
  }

  /** A refused entry corrected (it keeps its id), in its old place. */
  correct(entry: NewEntry): Promise<void> {
    this.#change((all) =>
      all.map((one) =>
        one.id === entry.id ? { ...one, content: { kind: "entry", entry }, state: "queued", problem: null } : one,
      ),
    );
    return this.flush();
  }

  /** Gives parcels up. */
  drop(ids: string[]): void {
    this.#change((all) => all.filter((one) => !ids.includes(one.id)));
  }

  /** Another page of the same browser has changed the store. */
  heard(key: string | null): void {
    if (isOutbox(key)) this.#change((all) => all);
  }

  /** By who is at the bench now, whenever it is sent. */
  #signed(entry: NewEntry): NewEntry {
    const by = entry.by ?? this.#around.by();
    return by ? { ...entry, by } : entry;
  }

  #put(parcels: Parcel[]): Promise<void> {
    this.#change((all) => [...all, ...parcels.filter((one) => !all.some((known) => known.id === one.id))]);
    return this.flush();
  }

  async #rounds(): Promise<void> {
    // What is written in the same moment goes along; from the last look for it to the end nothing can come between.
    await Promise.resolve();
    let waits: boolean;
    try {
      do {
        waits = false;
        for (const job of new Set(this.#queued().map((one) => one.job))) waits = !(await this.#sendJob(job)) || waits;
      } while (this.#askedMeanwhile());
    } finally {
      this.#sending = null;
    }
    if (!waits) this.#pause = FIRST_PAUSE;
    else if (!this.#resting) {
      this.#callOff = this.#around.later(() => void this.flush(), Math.max(this.#pause, this.#asked));
      this.#asked = 0;
      this.#pause = Math.min(this.#pause * 2, LONGEST_PAUSE);
    }
  }

  #askedMeanwhile(): boolean {
    const again = this.#again;
    this.#again = false;
    return again;
  }

  /** Sends what is queued of one job until nothing is left or it has to wait (then false). */
  async #sendJob(job: string): Promise<boolean> {
    let count = AT_ONCE;
    let anew = false;
    let behind = 0;
    for (;;) {
      const queued = this.#queued().filter((one) => one.job === job);
      const made = queued.find((one) => one.content.kind === "job");
      const batch = made ? [made] : queued.slice(0, count);
      if (batch.length === 0) return true;
      // Entries of a job whose own making was refused cannot go out before it.
      if (!made && this.#parcels.some((one) => one.job === job && one.content.kind === "job")) return true;
      const problem = await this.#send(job, batch, anew);
      if (!problem) {
        behind = 0;
        continue;
      }
      const outcome = outcomeOf(problem, batch.length);
      anew = true;
      if (outcome.kind === "wait") {
        this.#mark(batch, "queued", problem);
        this.#asked = Math.max(this.#asked, (problem.wait ?? 0) * 1000);
        return false;
      }
      if (outcome.kind === "one by one") {
        count = 1;
        this.#mark(batch, "queued", null);
      } else if (outcome.kind === "behind" && ++behind <= BEHIND) {
        this.#mark(batch, "queued", null);
      } else if (outcome.kind === "stale" || outcome.kind === "behind") {
        this.#mark(queued, "refused", problem);
        // What the other one wrote, so that the person sees it before deciding.
        await this.#around.version(job, true).catch(() => undefined);
      } else {
        this.#mark(batch, "queued", null);
        this.#mark(
          outcome.places.flatMap((place) => batch[place] ?? []),
          "refused",
          problem,
        );
      }
    }
  }

  /** null when the server has stored it. */
  async #send(job: string, batch: Parcel[], anew: boolean): Promise<Problem | null> {
    this.#mark(batch, "sending", null);
    try {
      const first = batch[0]?.content;
      const stored =
        first?.kind === "job"
          ? await this.#around.createJob(first.job)
          : await this.#around.addEntries(
              job,
              await this.#around.version(job, anew),
              batch.flatMap((one) => (one.content.kind === "entry" ? [one.content.entry] : [])),
            );
      this.drop(batch.map((one) => one.id));
      this.#around.stored(stored);
      return null;
    } catch (error) {
      if (error instanceof ApiError) return error.problem;
      this.#mark(batch, "queued", null);
      throw error;
    }
  }

  #queued(): Parcel[] {
    return this.#parcels.filter((one) => one.state === "queued");
  }

  #mark(parcels: Parcel[], state: Parcel["state"], problem: Problem | null): void {
    const ids = parcels.map((one) => one.id);
    this.#change((all) => all.map((one) => (ids.includes(one.id) ? { ...one, state, problem } : one)));
  }

  /** The store is read before it is written: another page may have added to it. */
  #change(change: (all: Parcel[]) => Parcel[]): void {
    this.#parcels = change(this.#unkept ? this.#parcels : read(this.#around.storage));
    try {
      write(this.#around.storage, this.#parcels);
      this.#unkept = false;
    } catch {
      this.#unkept = true;
    }
    this.#listeners.forEach((listener) => listener());
  }
}

function parcel(id: string, job: string, content: Parcel["content"]): Parcel {
  return { id, job, content, state: "queued", problem: null };
}
