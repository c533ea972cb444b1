import { describe, expect, it, vi } from "vitest";
import { ApiError, problemOf } from "../api/problem";
import { PhotoQueue, type Waiting } from "./queue";

const photo = (name: string): Waiting => ({ job: "j", photo: name, picture: new Blob([name]) });
const refusal = (status: number, detail = "") => new ApiError({ type: "", title: "", status, detail });

/** A queue on a store in memory. left: what an earlier page left behind; answers: of the server, one after the other */
function queue(left: Waiting[] = [], answers: (ApiError | null)[] = []) {
  const kept = new Map(left.map((one) => [one.photo, one]));
  const sent: string[] = [];
  const again: (() => void)[] = [];
  const pictures = new PhotoQueue({
    kept: {
      all: async () => Promise.resolve([...kept.values()]),
      put: async (one) => Promise.resolve(void kept.set(one.photo, one)),
      drop: async (name) => Promise.resolve(void kept.delete(name)),
    },
    send: async (one) => {
      sent.push(one.photo);
      const answer = answers.shift() ?? null;
      return answer ? Promise.reject(answer) : Promise.resolve();
    },
    later: (act) => void again.push(act),
  });
  return { pictures, kept, sent, again };
}

describe("pictures on their way", () => {
  it("go out one after the other, and are kept here until then", async () => {
    const { pictures, kept, sent } = queue();
    const told = vi.fn();
    pictures.subscribe(told);
    const one = pictures.add(photo("a"));
    expect(pictures.waiting.map((row) => row.photo)).toEqual(["a"]);
    await Promise.all([one, pictures.add(photo("b"))]);
    await pictures.flush();
    expect(sent).toEqual(["a", "b"]);
    expect([pictures.waiting, kept.size]).toEqual([[], 0]);
    expect(told).toHaveBeenCalled();
  });

  it("wait without a signal, and while their job is not stored", async () => {
    const { pictures, kept, sent, again } = queue([], [problemOf(0, null), refusal(404), null]);
    await pictures.add(photo("a"));
    expect([kept.size, again.length]).toEqual([1, 1]);
    again[0]?.();
    await pictures.flush();
    await pictures.flush();
    expect(sent).toEqual(["a", "a", "a"]);
    expect(kept.size).toBe(0);
  });

  it("are found again after a reload", async () => {
    const { pictures, sent } = queue([photo("old")]);
    await pictures.add(photo("new"));
    await pictures.flush();
    expect(sent).toEqual(["old", "new"]);
  });

  it("that are refused say why, hold up none of the others, and can be given up", async () => {
    const { pictures, kept, sent } = queue([photo("bad"), photo("good")], [refusal(422, "broken")]);
    await pictures.flush();
    await pictures.flush();
    expect(sent).toEqual(["bad", "good"]);
    expect([pictures.refused("bad"), pictures.refused("good")]).toEqual(["broken", null]);
    await pictures.drop("bad");
    expect([kept.size, pictures.refused("bad")]).toEqual([0, null]);
  });

  it("live as long as the page where the browser keeps nothing", async () => {
    const fails = () => Promise.reject(new Error("forbidden"));
    const sent: string[] = [];
    const pictures = new PhotoQueue({
      kept: { all: fails, put: fails, drop: fails },
      send: async (one) => Promise.resolve(void sent.push(one.photo)),
      later: () => undefined,
    });
    await pictures.add(photo("a"));
    expect([sent, pictures.waiting]).toEqual([["a"], []]);
  });
});
