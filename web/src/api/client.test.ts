import { afterEach, describe, expect, it, vi } from "vitest";
import { api } from "./client";
import { ApiError } from "./problem";
import { entry, newId } from "./entries";

function answers(status: number, body: unknown) {
  vi.stubGlobal(
    "fetch",
    vi.fn(() => Promise.resolve(new Response(JSON.stringify(body), { status }))),
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
    await expect(api.board({ state: "closed", waits: ["cold", "aside"], q: "cider press", from: 60 })).resolves.toEqual(
      {
        jobs: [],
        order: [],
      },
    );
    const asked = new URL((vi.mocked(fetch).mock.calls[0]?.[0] as Request).url);
    expect(asked.pathname).toBe("/api/v1/jobs");
    expect(Object.fromEntries(asked.searchParams)).toEqual({
      state: "closed",
      waits: "cold,aside",
      q: "cider press",
      from: "60",
    });
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
    expect(((await api.board({}).catch((reason: unknown) => reason)) as ApiError).passing).toBe(true);
    answers(503, { type: "/problems/unavailable", title: "Away", status: 503, detail: "later" });
    expect(((await api.board({}).catch((reason: unknown) => reason)) as ApiError).passing).toBe(true);
  });
});
