import { describe, expect, it } from "vitest";
import { ApiError } from "../api/problem";
import { entry } from "../api/entries";
import type { Job, NewEntry, NewJob, Problem } from "../api/types";
import { Outbox } from "./outbox";
import type { Surroundings } from "./types";

const problem = (status: number, more: Partial<Problem> = {}): Problem => ({
  type: "/problems/x",
  title: `Refused ${status}`,
  status,
  detail: "what to do",
  ...more,
});
const textOf = (one: NewEntry) => (one.kind === "note" ? one.data.text : one.kind);
const note = (text: string): NewEntry => entry("note", { text });

/** What a server that answers later gives, or throws. */
const answered = <T>(act: () => T): Promise<T> => Promise.resolve().then(act);

/** A server of its own with a store that survives a reload. answer: what it says to what is sent; null takes it. */
function shop(answer: (sent: NewEntry[], job: string) => Problem | null = () => null) {
  const kept = new Map<string, string>();
  const server = {
    stored: [] as NewEntry[],
    jobs: [] as string[],
    calls: [] as string[][],
    version: 2,
    answer,
    full: false,
    by: null as string | null,
  };
  const timers: { act: () => void; ms: number }[] = [];
  const take = (job: string, entries: NewEntry[]): Job => {
    server.calls.push(entries.map((one) => one.id));
    const refused = server.answer(entries, job);
    if (refused) throw new ApiError(refused);
    server.stored.push(...entries);
    server.version += entries.length;
    return { id: job, version: server.version } as Job;
  };
  const around: Surroundings = {
    storage: {
      getItem: (key) => kept.get(key) ?? null,
      setItem: (key, value) => {
        if (server.full) throw new DOMException("full", "QuotaExceededError");
        kept.set(key, value);
      },
      removeItem: (key) => void kept.delete(key),
    },
    createJob: (job: NewJob) =>
      answered(() => {
        const made = take(job.id, job.entries);
        server.jobs.push(job.id);
        return made;
      }),
    addEntries: (job, _version, entries) => answered(() => take(job, entries)),
    version: () => Promise.resolve(server.version),
    stored: () => undefined,
    by: () => server.by,
    later: (act, ms) => {
      const timer = { act, ms };
      timers.push(timer);
      return () => void timers.splice(timers.indexOf(timer), 1);
    },
  };
  const open = () => new Outbox(around);
  return { server, timers, kept, open, outbox: open() };
}

const texts = (outbox: Outbox, state?: string) =>
  outbox.parcels
    .filter((one) => !state || one.state === state)
    .map((one) => (one.content.kind === "entry" ? textOf(one.content.entry) : one.content.job.title));

describe("the outbox", () => {
  it("sends at once what can be sent, in order, and keeps nothing of it", async () => {
    const { outbox, server, kept } = shop();
    await outbox.add("a", [note("1"), note("2")]);
    expect(server.stored.map((one) => textOf(one))).toEqual(["1", "2"]);
    expect(outbox.parcels).toEqual([]);
    expect(kept.size).toBe(0);
  });

  it("signs with the name of whoever wrote it, whenever it is sent", async () => {
    const { outbox, server } = shop(() => problem(503));
    await outbox.add("a", [note("nobody")]);
    server.by = "Ines";
    await outbox.add("a", [note("hers"), { ...note("his"), by: "Jo" }]);
    await outbox.addJob({ id: "new", title: "Press", entries: [entry("machine", { family: "car-one" })] });
    server.by = "Somebody else";
    server.answer = () => null;
    await outbox.flush();
    expect(server.stored.map((one) => one.by)).toEqual([undefined, "Ines", "Jo", "Ines"]);
  });

  it("sends what is written in the very moment in which it found nothing to send", async () => {
    const { outbox, server } = shop();
    void outbox.flush();
    await outbox.add("a", [note("1")]);
    expect(server.stored.map((one) => textOf(one))).toEqual(["1"]);
  });

  it.each([0, 500, 502, 503, 507, 408, 429, 401, 403])(
    "keeps everything while the answer is %i, and sends it later",
    async (status) => {
      const { outbox, server, timers } = shop(() => problem(status));
      await outbox.add("a", [note("1"), note("2")]);
      expect(texts(outbox, "queued")).toEqual(["1", "2"]);
      expect(outbox.parcels[0]?.problem?.status).toBe(status);
      server.answer = () => null;
      timers[0]?.act();
      await outbox.flush();
      expect(outbox.parcels).toEqual([]);
      expect(server.stored.map((one) => textOf(one))).toEqual(["1", "2"]);
    },
  );

  it("whose page is gone tries nothing again, and keeps what waits for the next page", async () => {
    const { outbox, server, timers, open } = shop(() => problem(0));
    await outbox.add("a", [note("1")]);
    outbox.rest();
    expect(timers).toEqual([]);
    const sent = outbox.add("a", [note("2")]);
    outbox.rest();
    await sent;
    expect(timers).toEqual([]);
    server.answer = () => null;
    await open().flush();
    expect(server.stored.map((one) => textOf(one))).toEqual(["1", "2"]);
  });

  it.each([400, 404, 409, 413, 415, 422])("sets aside what is refused with %i, and nothing is lost", async (status) => {
    const { outbox } = shop(() => problem(status));
    await outbox.add("a", [note("1"), note("2")]);
    expect(texts(outbox, "refused")).toEqual(["1", "2"]);
  });

  it("sets aside only the entry the answer names, and stores its good neighbors", async () => {
    const { outbox, server } = shop((sent) => {
      const at = sent.findIndex((one) => textOf(one) === "bad");
      return at < 0 ? null : problem(422, { errors: [{ field: `entries/${at}/data/text`, detail: "no such thing" }] });
    });
    await outbox.add("a", [note("1"), note("bad"), note("3")]);
    expect(server.stored.map((one) => textOf(one))).toEqual(["1", "3"]);
    expect(texts(outbox, "refused")).toEqual(["bad"]);
  });

  it("finds the one at fault by sending one by one where the answer names none", async () => {
    const { outbox, server } = shop((sent) => (sent.some((one) => textOf(one) === "huge") ? problem(413) : null));
    await outbox.add("a", [note("1"), note("huge"), note("3")]);
    expect(server.stored.map((one) => textOf(one))).toEqual(["1", "3"]);
    expect(texts(outbox, "refused")).toEqual(["huge"]);
  });

  it("sends an entry corrected by hand in its old place, and one that is dropped never", async () => {
    const { outbox, server } = shop((sent) => (sent.some((one) => textOf(one) === "bad") ? problem(422) : null));
    await outbox.add("a", [note("bad"), note("bad")]);
    const [first, second] = outbox.parcels;
    await outbox.correct({ ...note("good"), id: String(first?.id) });
    expect(server.stored.map((one) => [one.id, textOf(one)])).toEqual([[first?.id, "good"]]);
    outbox.drop([String(second?.id)]);
    await outbox.flush();
    expect(outbox.parcels).toEqual([]);
    expect(server.stored.length).toBe(1);
  });

  it("waits for a person when somebody else wrote meanwhile, then sends after theirs", async () => {
    const { outbox, server } = shop(() => problem(409, { version: 5 }));
    await outbox.add("a", [note("mine")]);
    expect(texts(outbox, "refused")).toEqual(["mine"]);
    server.answer = () => null;
    await outbox.flush();
    expect(server.stored).toEqual([]);
    await outbox.retry(outbox.parcels.map((one) => one.id));
    expect(server.stored.map((one) => textOf(one))).toEqual(["mine"]);
  });

  it("sends again by itself where what somebody else wrote is about something else", async () => {
    let theirs = 2;
    const { outbox, server } = shop(() => (theirs-- > 0 ? problem(409, { version: 5, collides: false }) : null));
    await outbox.add("a", [note("mine")]);
    expect(server.stored.map((one) => textOf(one))).toEqual(["mine"]);
    expect(outbox.parcels).toEqual([]);
    theirs = Infinity;
    await outbox.add("a", [note("again")]);
    expect(texts(outbox, "refused")).toEqual(["again"]);
  });

  it("waits as long as the server asks", async () => {
    const { outbox, timers } = shop(() => problem(429, { wait: 45 }));
    await outbox.add("a", [note("1")]);
    expect(timers[0]?.ms).toBe(45_000);
  });

  it("sends for every job, open on the screen or not, and one that waits holds up no other", async () => {
    const { outbox, server } = shop((_, job) => (job === "a" ? problem(503) : null));
    await outbox.add("a", [note("waits")]);
    await outbox.add("b", [note("goes")]);
    expect(server.stored.map((one) => textOf(one))).toEqual(["goes"]);
    expect(texts(outbox)).toEqual(["waits"]);
  });

  it("survives a reload, also one in the middle of sending, and sends an id once more rather than never", async () => {
    const { outbox, server, open, kept } = shop(() => problem(0));
    await outbox.add("a", [note("1")]);
    kept.set("upper-branch.outbox", String(kept.get("upper-branch.outbox")).replace('"queued"', '"sending"'));
    server.answer = () => null;
    const again = open();
    expect(texts(again, "queued")).toEqual(["1"]);
    await again.flush();
    expect(server.stored.map((one) => textOf(one))).toEqual(["1"]);
  });

  it("creates a job before its entries, and holds them while it is refused", async () => {
    const { outbox, server } = shop((_, job) => (server.jobs.includes(job) ? null : problem(422)));
    const job = { id: "new", title: "Press", entries: [entry("machine", { family: "car-one" })] };
    await outbox.addJob(job);
    await outbox.add("new", [note("after")]);
    expect(outbox.parcels.map((one) => one.state)).toEqual(["refused", "queued"]);
    server.answer = () => null;
    await outbox.retry(["new"]);
    expect(server.stored.map((one) => one.kind)).toEqual(["machine", "note"]);
    expect(outbox.parcels).toEqual([]);
  });

  it("tries again ever more slowly, and from the beginning once it went through", async () => {
    const { outbox, server, timers } = shop(() => problem(503));
    await outbox.add("a", [note("1")]);
    const pauses = [];
    for (let i = 0; i < 7; i++) {
      pauses.push(timers[0]?.ms);
      await outbox.flush();
    }
    expect(pauses).toEqual([2000, 4000, 8000, 16_000, 32_000, 60_000, 60_000]);
    expect(timers.length).toBe(1);
    server.answer = () => null;
    await outbox.flush();
    server.answer = () => problem(503);
    await outbox.add("a", [note("2")]);
    expect(timers.at(-1)?.ms).toBe(2000);
  });

  it("takes what is written while it sends, and what another page of the browser has left", async () => {
    const { outbox, server, open } = shop();
    await Promise.all([outbox.add("a", [note("1")]), outbox.add("a", [note("2")]), outbox.add("b", [note("3")])]);
    expect(server.stored.map((one) => textOf(one)).sort()).toEqual(["1", "2", "3"]);
    server.answer = () => problem(0);
    const other = open();
    await other.add("a", [note("there")]);
    outbox.heard("upper-branch.outbox");
    expect(texts(outbox)).toEqual(["there"]);
    await outbox.add("a", [note("here")]);
    other.heard("upper-branch.outbox");
    expect(texts(other)).toEqual(["there", "here"]);
  });

  it("keeps what it is given as long as the page lives when the browser's store is full", async () => {
    const { outbox, server } = shop(() => problem(0));
    server.full = true;
    await outbox.add("a", [note("1")]);
    await outbox.add("a", [note("2")]);
    expect(texts(outbox)).toEqual(["1", "2"]);
    server.answer = () => null;
    await outbox.flush();
    expect(server.stored.length).toBe(2);
  });

  it("starts afresh when what was kept cannot be read", () => {
    const { open, kept } = shop();
    kept.set("upper-branch.outbox", "{broken");
    expect(open().parcels).toEqual([]);
    kept.set("upper-branch.outbox", '[7, {"id": "x"}]');
    expect(open().parcels).toEqual([]);
  });
});
