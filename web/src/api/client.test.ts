import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api, ApiError, entry, newId } from "./client";
import { keep, waiting } from "./outbox";

function answers(status: number, body: unknown) {
  vi.stubGlobal(
    "fetch",
    vi.fn(async () => new Response(JSON.stringify(body), { status })),
  );
}

afterEach(() => vi.unstubAllGlobals());

describe("the client", () => {
  it("makes ids the server takes, each once", () => {
    const ids = Array.from({ length: 200 }, newId);
    expect(new Set(ids).size).toBe(200);
    ids.forEach((id) => expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/));
    expect(entry("note", { text: "x" })).toMatchObject({ kind: "note", data: { text: "x" } });
  });

  it("hands on what was answered", async () => {
    answers(200, { jobs: [], order: [] });
    await expect(api.board()).resolves.toEqual({ jobs: [], order: [] });
  });

  it("raises the problem the server names, final when it is the entry's fault", async () => {
    answers(422, { type: "/problems/invalid", title: "No", status: 422, detail: "at the field" });
    const error = await api.job("x").catch((reason: unknown) => reason);
    expect(error).toBeInstanceOf(ApiError);
    expect((error as ApiError).message).toBe("at the field");
    expect((error as ApiError).passing).toBe(false);
  });

  it("takes no signal and a database away as passing", async () => {
    vi.stubGlobal(
      "fetch",
      vi.fn(async () => Promise.reject(new TypeError("offline"))),
    );
    expect(((await api.board().catch((reason: unknown) => reason)) as ApiError).passing).toBe(true);
    answers(503, { type: "/problems/unavailable", title: "Away", status: 503, detail: "later" });
    expect(((await api.board().catch((reason: unknown) => reason)) as ApiError).passing).toBe(true);
  });
});

describe("the outbox", () => {
  const store = new Map<string, string>();

  beforeEach(() => {
    store.clear();
    vi.stubGlobal("localStorage", {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => store.set(key, value),
      removeItem: (key: string) => store.delete(key),
    });
  });

  it("keeps entries in order for each job, and lets go when empty", () => {
    const [first, second] = [entry("note", { text: "1" }), entry("note", { text: "2" })];
    keep("a", [first, second]);
    expect(waiting("a")).toEqual([first, second]);
    expect(waiting("b")).toEqual([]);
    keep("a", []);
    expect(store.size).toBe(0);
  });

  it("starts afresh when what was kept cannot be read", () => {
    store.set("upper-branch.outbox.a", "{broken");
    expect(waiting("a")).toEqual([]);
  });
});
