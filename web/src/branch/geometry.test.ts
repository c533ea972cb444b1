import { describe, expect, it } from "vitest";
import type { Suspect, Trace } from "../api/types";
import { drawBranch, HEIGHT, lineAt, partAt, partNamed, tapered, WIDTH, wrapped, type Limb } from "./geometry";

const CIRCUITS = [
  "supply",
  "level",
  "vent",
  "idle",
  "transition",
  "main",
  "power",
  "pump",
  "cold",
  "air",
  "ignition",
  "engine",
  "leak-out",
].map((id) => ({ id, name: id === "leak-out" ? "Leak to the outside" : id }));

function trace(blame: Record<string, number>, faults: Partial<Suspect>[] = []): Trace {
  return {
    circuits: CIRCUITS.map(({ id }) => ({ id, probability: 0.1, blame: blame[id] ?? 0 })),
    faults,
  } as unknown as Trace;
}

const limbs = (blame: Record<string, number>, faults?: Partial<Suspect>[]) =>
  drawBranch(trace(blame, faults), CIRCUITS).limbs;

describe("the branch", () => {
  it("has a limb for each circuit of the machine and none for others", () => {
    expect(limbs({}).map((limb) => limb.id)).toEqual(CIRCUITS.map((circuit) => circuit.id));
    expect(drawBranch(trace({}), [...CIRCUITS, { id: "needle", name: "Needle" }]).limbs).toHaveLength(CIRCUITS.length);
  });

  it("withers what is not suspected and keeps it in sight", () => {
    const [supply] = limbs({ supply: 0.01 });
    expect(supply?.withered).toBe(true);
    expect(supply?.path).toMatch(/^M.*Z$/);
    expect(limbs({ supply: 0.4 })[0]?.withered).toBe(false);
  });

  it("never moves a limb to the other side or along the trunk, whatever is suspected", () => {
    const before = limbs({ level: 0.9 });
    const after = limbs({ pump: 0.8, level: 0.01 });
    before.forEach((limb, i) => {
      expect(after[i]?.up).toBe(limb.up);
      expect(Math.abs(startX(after[i]?.path ?? "") - startX(limb.path))).toBeLessThan(12); // half a limb
    });
  });

  it("draws the more suspected limb thicker and longer", () => {
    const [supply, , vent] = limbs({ supply: 0.9, vent: 0.1 });
    expect(Math.abs((supply?.tip.y ?? 0) - HEIGHT / 2)).toBeGreaterThan(Math.abs((vent?.tip.y ?? 0) - HEIGHT / 2));
  });

  it("lays no writing on another, even with everything suspected", () => {
    const everything = Object.fromEntries(CIRCUITS.map(({ id }, i) => [id, 0.3 + i / 40]));
    const leading = CIRCUITS.map(({ id }) => ({
      id,
      part: id,
      part_name: "Transfer slot or holes",
      circuit: id,
      blame: 0.2,
    }));
    for (const drawn of [limbs(everything), limbs(everything, leading)]) {
      for (const one of drawn) {
        for (const other of drawn) {
          if (one === other) continue;
          for (const upper of linesOf(one)) {
            for (const lower of linesOf(other)) {
              const apartX = Math.abs(one.label.x - other.label.x) >= upper.half + lower.half;
              const apartY = Math.abs(upper.y - lower.y) >= 16;
              expect(apartX || apartY, `${upper.text} and ${lower.text}`).toBe(true);
            }
          }
        }
      }
    }
  });

  it("writes a long name in two even lines, clear of the wood beside it", () => {
    expect(wrapped("Leak to the outside")).toEqual(["Leak to the", "outside"]);
    expect(wrapped("Accelerator pump")).toEqual(["Accelerator pump"]);
    const drawn = limbs({ ignition: 0.15, "leak-out": 0.03 });
    const leak = drawn.find((limb) => limb.id === "leak-out");
    const beside = drawn.find((limb) => limb.id === "ignition");
    expect(leak?.lines).toEqual(["Leak to the", "outside"]);
    expect(Math.abs((leak?.label.x ?? 0) - (beside?.tip.x ?? 0))).toBeGreaterThan("Leak to the".length * 4);
  });

  it("keeps every label inside the drawing's width", () => {
    for (const limb of limbs({ supply: 0.9, "leak-out": 0.9 })) {
      expect(limb.label.x).toBeGreaterThan(0);
      expect(limb.label.x).toBeLessThan(WIDTH);
    }
  });

  it("keeps every line of writing inside the drawing's height, the part's name too", () => {
    const part = (circuit: string) => ({ id: circuit, part: circuit, part_name: "Transfer slot", circuit, blame: 0.9 });
    const alone = CIRCUITS.map(({ id }) => [id]);
    const beside = CIRCUITS.slice(2).map(({ id }, i) => [id, CIRCUITS[i]?.id ?? ""]);
    for (const suspected of [...alone, ...beside, CIRCUITS.map(({ id }) => id)]) {
      const blame = Object.fromEntries(suspected.map((id) => [id, 0.99]));
      const { limbs: drawn, box } = drawBranch(trace(blame, suspected.map(part)), CIRCUITS);
      for (const limb of drawn) {
        for (const { y } of linesOf(limb)) {
          expect(y - 13, `${limb.name} beside ${suspected.join(", ")}`).toBeGreaterThanOrEqual(box.top);
          expect(y + 4, `${limb.name} beside ${suspected.join(", ")}`).toBeLessThanOrEqual(box.top + box.height);
        }
      }
    }
  });

  it("grows at most three twigs, the most suspected parts, joined where two faults share a part", () => {
    const fault = (id: string, part: string, blame: number): Partial<Suspect> => ({
      id,
      part,
      part_name: part,
      circuit: "level",
      blame,
    });
    const faults = [
      fault("a", "needle", 0.3),
      fault("b", "needle", 0.3),
      fault("c", "seat", 0.4),
      fault("d", "float", 0.2),
      fault("e", "bowl", 0.1),
    ];
    const level = limbs({ level: 0.8 }, faults)[1];
    expect(level?.twigs.map((twig) => twig.id)).toEqual(["needle", "seat", "float"]);
    expect(level?.twigs[0]?.probability).toBeCloseTo(1 - 0.7 * 0.7);
  });

  it("is the same drawing for the same trace", () => {
    expect(drawBranch(trace({ pump: 0.5 }), CIRCUITS)).toEqual(drawBranch(trace({ pump: 0.5 }), CIRCUITS));
  });
});

const linesOf = (limb: Limb) => {
  const part = partNamed(limb);
  return [
    ...limb.lines.map((text, i) => ({
      text,
      half: text.length * 3.4,
      y: limb.label.y + lineAt(i, limb.lines.length, limb.up),
    })),
    ...(part ? [{ text: part.name, half: part.name.length * 3.2, y: partAt(limb) }] : []),
  ];
};

describe("a tapered stroke", () => {
  it("is a closed outline as wide at its ends as asked", () => {
    const points = [
      ...tapered({ x: 0, y: 0 }, { x: 50, y: 0 }, { x: 100, y: 0 }, 10, 2).matchAll(/(-?[\d.]+) (-?[\d.]+)/g),
    ].map((match) => [Number(match[1]), Number(match[2])] as const);
    const first = points[0];
    const last = points[points.length - 1];
    expect(Math.abs((first?.[1] ?? 0) - (last?.[1] ?? 0))).toBeCloseTo(10);
    const middle = points.filter(([x]) => x === 100).map(([, y]) => y);
    expect(Math.max(...middle) - Math.min(...middle)).toBeCloseTo(2);
  });
});

function startX(path: string): number {
  return Number(/^M(-?[\d.]+)/.exec(path)?.[1]);
}
