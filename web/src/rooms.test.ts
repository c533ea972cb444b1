/// <reference types="node" />
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize } from "node:path";
import { describe, expect, it } from "vitest";

/** The rooms of the page from the ground up: each may lean on those before it, never on one after it. */
const FLOORS = [
  ["kept", "api"],
  ["words", "ui", "offline"],
  ["keys", "outbox", "owner", "photos", "plot", "branch", "section", "cards"],
  ["people", "live"],
  ["jobs", "knowledge"],
  ["worktop", "logs", "handbook", "records", "practice"],
  ["mixture"],
  ["instruments", "shell"],
  ["bench"],
  ["app"],
  ["main"],
].flat();
const SOURCE = "src";

const files = readdirSync(SOURCE, { recursive: true, encoding: "utf8" }).filter(
  (path) => /\.tsx?$/.test(path) && !/\.test\.|^testing\//.test(path),
);
const stem = (path: string) => path.replace(/\.tsx?$/, "");
const known = new Set(files.map(stem));

/** What a file asks for inside the page, without endings: "ui/button". */
function leansOn(path: string): string[] {
  const text = readFileSync(join(SOURCE, path), "utf8");
  return [...text.matchAll(/(?:from |import\(|import )"(\.[^"]+)"/g)]
    .map(([, to]) => normalize(join(dirname(path), to ?? "")))
    .filter((to) => known.has(to));
}
const arrows = new Map(files.map((path) => [stem(path), leansOn(path)]));
const room = (path: string) => path.split("/")[0] ?? path;

/** The files one comes back through, or null; seen: what is known to lead nowhere. */
function circle(from: string, way: string[], seen: Set<string>): string[] | null {
  if (way.includes(from)) return [...way.slice(way.indexOf(from)), from];
  if (seen.has(from)) return null;
  for (const to of arrows.get(from) ?? []) {
    const found = circle(to, [...way, from], seen);
    if (found) return found;
  }
  seen.add(from);
  return null;
}

describe("the rooms of the page", () => {
  it("are all on the plan, and the arrows between files are read at all", () => {
    const rooms = new Set([...known].map(room));
    expect([...rooms].filter((one) => !FLOORS.includes(one))).toEqual([]);
    expect(arrows.get("bench/bench")).toContain("bench/step/next-card");
    expect(arrows.get("app")).toContain("bench/bench");
  });

  it("lean on rooms below them only", () => {
    const wrong = [...arrows].flatMap(([from, all]) =>
      all
        .filter((to) => FLOORS.indexOf(room(to)) > FLOORS.indexOf(room(from)))
        .map((to) => `${from} leans on ${to}, which stands above it`),
    );
    expect(wrong).toEqual([]);
  });

  it("hold no files that go round in a circle", () => {
    const seen = new Set<string>();
    expect([...arrows.keys()].map((from) => circle(from, [], seen)).filter(Boolean)).toEqual([]);
  });
});
