import { ApiError } from "../api/problem";

/** A picture the server has not stored yet. */
export type Waiting = { job: string; photo: string; picture: Blob };

/** What of the page and the server the queue needs; handed in, so that it can be tested without either. */
export type Around = {
  /** The browser's own store; whatever of it fails costs only that a picture does not outlive the page. */
  kept: { all: () => Promise<Waiting[]>; put: (one: Waiting) => Promise<void>; drop: (photo: string) => Promise<void> };
  send: (one: Waiting) => Promise<unknown>;
  later: (act: () => void, ms: number) => void;
};

const PAUSE = 10_000;

/**
 * Pictures on their way to the server: kept in the browser until they are stored there. Their entries go through the outbox, before
 * or after them.
 */
export class PhotoQueue {
  readonly #around: Around;
  readonly #listeners = new Set<() => void>();
  #waiting: Waiting[] = [];
  #refused = new Map<string, string>();
  #sending: Promise<void> | null = null;
  #read = false;

  constructor(around: Around) {
    this.#around = around;
  }

  /** What waits. The same list until something changes. */
  get waiting(): Waiting[] {
    return this.#waiting;
  }

  /** Why the server would not have a picture, or null. */
  refused(photo: string): string | null {
    return this.#refused.get(photo) ?? null;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  async add(one: Waiting): Promise<void> {
    this.#change([...this.#waiting, one]);
    await this.#around.kept.put(one).catch(() => undefined);
    await this.flush();
  }

  /** Sends what waits, what an earlier page left behind too: on start, when the signal comes back, after each picture. */
  flush(): Promise<void> {
    this.#sending ??= this.#round().finally(() => (this.#sending = null));
    return this.#sending;
  }

  /** Gives a picture up. */
  async drop(photo: string): Promise<void> {
    this.#refused.delete(photo);
    this.#change(this.#waiting.filter((one) => one.photo !== photo));
    await this.#around.kept.drop(photo).catch(() => undefined);
  }

  async #round(): Promise<void> {
    await this.#readKept();
    const tried = new Set<string>();
    for (;;) {
      const next = this.#waiting.find((one) => !tried.has(one.photo) && !this.#refused.has(one.photo));
      if (!next) return;
      tried.add(next.photo);
      if (await this.#send(next)) continue;
      this.#around.later(() => void this.flush(), PAUSE);
      return;
    }
  }

  /** false where it has to wait. */
  async #send(one: Waiting): Promise<boolean> {
    try {
      await this.#around.send(one);
      await this.drop(one.photo);
      return true;
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      // Its job may not have been stored yet: it goes out again after that.
      if (error.passing || [404, 503, 507].includes(error.status)) return false;
      this.#refused.set(one.photo, error.problem.detail);
      this.#change([...this.#waiting]);
      return true;
    }
  }

  async #readKept(): Promise<void> {
    if (this.#read) return;
    this.#read = true;
    const left = await this.#around.kept.all().catch(() => []);
    const known = new Set(this.#waiting.map((one) => one.photo));
    this.#change([...left.filter((one) => !known.has(one.photo)), ...this.#waiting]);
  }

  #change(waiting: Waiting[]): void {
    this.#waiting = waiting;
    this.#listeners.forEach((listener) => listener());
  }
}
