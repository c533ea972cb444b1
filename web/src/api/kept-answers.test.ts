// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from "vitest";
import { ApiError } from "./problem";
import { forget, keep, kept } from "./kept-answers";

const shelf = new Map<string, unknown>();
let broken = false;

vi.mock("idb-keyval", () => {
  const orBroken = <T>(act: () => T): Promise<T> =>
    Promise.resolve().then(() => {
      if (broken) throw new Error("no store");
      return act();
    });
  return {
    createStore: () => null,
    get: (name: string) => orBroken(() => shelf.get(name)),
    set: (name: string, value: unknown) => orBroken(() => void shelf.set(name, value)),
    del: (name: string) => orBroken(() => void shelf.delete(name)),
    clear: () => orBroken(() => shelf.clear()),
    keys: () => orBroken(() => [...shelf.keys()]),
  };
});

const refused = (status: number) => new ApiError({ type: "/problems/x", title: "No", status, detail: "no" });
const fails = (status: number) => () => Promise.reject(refused(status));
const answers = (answer: unknown) => () => Promise.resolve(answer);

describe("what the server answered last", () => {
  beforeEach(() => {
    shelf.clear();
    broken = false;
  });

  it.each([0, 502, 504])("is read while nothing answers (%i)", async (status) => {
    expect(await kept("job a", answers({ version: 3 }))).toEqual({ version: 3 });
    await vi.waitFor(() => expect(shelf.size).toBe(1));
    expect(await kept("job a", fails(status))).toEqual({ version: 3 });
    await expect(kept("job b", fails(status))).rejects.toThrow();
  });

  it.each([401, 403, 404, 422, 500, 503])("is never read in the place of a refusal (%i)", async (status) => {
    await keep("job a", { version: 3 });
    await expect(kept("job a", fails(status))).rejects.toMatchObject({ status });
  });

  it("costs nothing but itself where the browser keeps nothing", async () => {
    broken = true;
    expect(await kept("job a", answers(1))).toBe(1);
    await expect(kept("job a", fails(0))).rejects.toMatchObject({ status: 0 });
  });

  it("is let go of when somebody signs out", async () => {
    await keep("job a", 1);
    await forget();
    await expect(kept("job a", fails(0))).rejects.toMatchObject({ status: 0 });
  });

  it("is let go when there is too much of it, the oldest first", async () => {
    for (let i = 0; i < 200; i++) shelf.set(`old ${i}`, { at: i, answer: i });
    for (let i = 0; i < 40; i++) await keep(`new ${i}`, i);
    await vi.waitFor(() => expect(shelf.size).toBeLessThan(171));
    expect(shelf.has("new 39")).toBe(true);
    expect(shelf.has("old 0")).toBe(false);
  });
});
