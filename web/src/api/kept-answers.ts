import { clear, createStore, del, get, keys, set } from "idb-keyval";
import { ApiError } from "./problem";
import { heardOfServer } from "../kept/signal";

type Kept = { at: number; answer: unknown };

/** So many answers are kept in the browser, the latest. */
const MOST = 150;

/** The browser's own store; what of it fails costs only that nothing can be opened without a signal. */
const store = () => createStore("upper-branch-answers", "answers");

/**
 * Asks the server, and keeps what it answers; while nothing answers, what it answered last. Only for what may be read without being
 * the latest.
 *
 * @example
 * await kept(`job ${id}`, () => api.job(id))
 */
export async function kept<T>(name: string, ask: () => Promise<T>): Promise<T> {
  try {
    const answer = await ask();
    heardOfServer(true);
    void keep(name, answer);
    return answer;
  } catch (error) {
    if (!(error instanceof ApiError) || !gone(error)) {
      if (error instanceof ApiError) heardOfServer(true);
      throw error;
    }
    heardOfServer(false);
    const last = await quietly(() => get<Kept>(name, store()));
    if (last === undefined) throw error;
    return last.answer as T;
  }
}

/** Keeps an answer that came another way: with what was written. */
export async function keep(name: string, answer: unknown): Promise<void> {
  await quietly(() => set(name, { at: Date.now(), answer } satisfies Kept, store()));
  await quietly(thin);
}

/** Lets go of all of it: somebody has signed out at this device. */
export async function forget(): Promise<void> {
  await quietly(() => clear(store()));
}

/** Nothing answers, or only what stands in front of the server. */
function gone(error: ApiError): boolean {
  return error.status === 0 || error.status === 502 || error.status === 504;
}

let writes = 0;

async function thin(): Promise<void> {
  if (++writes % 20 !== 0) return;
  const names = await keys<string>(store());
  if (names.length <= MOST) return;
  const rows = await Promise.all(names.map(async (name) => ({ name, at: (await get<Kept>(name, store()))?.at ?? 0 })));
  const old = rows.sort((one, other) => other.at - one.at).slice(MOST);
  await Promise.all(old.map((row) => del(row.name, store())));
}

async function quietly<T>(act: () => Promise<T>): Promise<T | undefined> {
  try {
    return await act();
  } catch {
    return undefined;
  }
}
