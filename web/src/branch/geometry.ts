import type { Suspect } from "../api/types";
import type { Shares } from "./tween";

/**
 * The branch as geometry: a trunk from the cut end (the complaint), a limb for each circuit at a fixed place, twigs for its
 * leading parts. Thickness is the share of suspicion. Pure: the same trace gives the same drawing, and a limb never changes
 * its place between steps, because places go by the circuits' order alone.
 */
export const WIDTH = 860;
export const HEIGHT = 420;

export type Twig = { id: string; name: string; probability: number; path: string; thickness: number };
export type Limb = {
  id: string;
  name: string;
  probability: number;
  withered: boolean;
  /** One of the few most suspected: written large. */
  leading: boolean;
  path: string;
  tip: Point;
  /** Where the last line of the label stands, above; the first, below. */
  label: Point;
  /** The label's lines; a long name takes two. */
  lines: string[];
  up: boolean;
  twigs: Twig[];
};
export type Point = { x: number; y: number };
export type BranchDrawing = { trunk: string; limbs: Limb[]; box: Box };
/** What of the height is shown: always the same, but where labels gave way beyond it. */
export type Box = { top: number; height: number };

const WITHERED = 0.03;
const TRUNK_Y = HEIGHT / 2;
const LEADING = 5;
const TWIG_FROM = 0.05;
const PART_FROM = 0.15;
const LINE = 16;
/** What a line of writing takes above and below where it stands. */
const ABOVE = 13;
const BELOW = 5;
/** As much of the height as one limb alone can take. */
const USUAL = { top: 12, bottom: 404 };
const LONGEST_LINE = 16;
/** How far a label may stand aside from its limb's tip. */
const ASIDE = [0, 8, -8, 16, -16, 24, -24];

export function drawBranch(trace: Shares, circuits: { id: string; name: string }[]): BranchDrawing {
  const share = new Map(trace.circuits.map((row) => [row.id, row.blame]));
  const standing = circuits.filter((circuit) => share.has(circuit.id));
  const step = (WIDTH - 130) / Math.max(standing.length - 1, 1);
  const limbs = standing.map((circuit, i) =>
    limb(circuit, share.get(circuit.id) ?? 0, 44 + i * step, i % 2 === 0, trace.faults),
  );
  const ranked = limbs.filter((limb) => !limb.withered).sort((a, b) => b.probability - a.probability);
  for (const limb of ranked.slice(0, LEADING)) limb.leading = true;
  placeLabels(limbs);
  return { trunk: trunk(), limbs, box: box(limbs) };
}

/** Labels that gave way outward are shown whole: the drawing grows by as much. */
function box(limbs: Limb[]): Box {
  const lines = limbs.flatMap(lettering).map((line) => line.y);
  const top = Math.min(USUAL.top, ...lines.map((y) => y - ABOVE));
  const bottom = Math.max(USUAL.bottom, ...lines.map((y) => y + BELOW));
  return { top, height: bottom - top };
}

/** A line of writing: its middle, and half its length. */
type Line = Point & { half: number };

/** Labels give way a little to the side, then outward, the most suspected first to choose, so that none lies on another. */
function placeLabels(limbs: Limb[]): void {
  const taken: Line[] = [];
  for (const limb of [...limbs].sort((a, b) => b.probability - a.probability)) {
    const half = Math.max(...written(limb).map((line) => line.half));
    const at = limb.label.x;
    const places = ASIDE.map((by) => Math.min(Math.max(at + by, half + 2), WIDTH - half - 2));
    while (!places.some((x) => free({ ...limb, label: { x, y: limb.label.y } }, taken)))
      limb.label.y += limb.up ? -4 : 4;
    limb.label.x = places.find((x) => free({ ...limb, label: { x, y: limb.label.y } }, taken)) ?? at;
    taken.push(...lettering(limb));
  }
}

function free(limb: Limb, taken: Line[]): boolean {
  return lettering(limb).every((line) => !taken.some((row) => touch(row, line)));
}

/** The lines of a limb's label where they stand now; the share comes after the last. */
function written({ lines, label, up, withered }: Limb): Line[] {
  return lines.map((text, i) => {
    const last = i === lines.length - 1;
    return {
      x: label.x,
      y: label.y + lineAt(i, lines.length, up),
      half: withered ? text.length * 3.2 : text.length * 3.7 + (last ? 22 : 2),
    };
  });
}

/** The label's lines and the part named under them. */
function lettering(limb: Limb): Line[] {
  const part = partNamed(limb);
  return [...written(limb), ...(part ? [{ x: limb.label.x, y: partAt(limb), half: part.name.length * 3.2 }] : [])];
}

/** The leading part, of a limb suspected enough that it is named under the label. */
export function partNamed({ leading, twigs, probability }: Limb): Twig | undefined {
  return leading && probability > PART_FROM ? twigs[0] : undefined;
}

/** How far a line of a label stands from the label's place. */
export function lineAt(i: number, count: number, up: boolean): number {
  return (up ? i - count + 1 : i) * LINE;
}

/** Where the leading part is named, under the label. */
export function partAt({ label, lines, up }: Limb): number {
  return label.y + lineAt(lines.length - 1, lines.length, up) + LINE - 1;
}

function touch(a: Line, b: Line): boolean {
  return Math.abs(a.x - b.x) < a.half + b.half && Math.abs(a.y - b.y) < LINE + 1;
}

/** A long name in two lines as even as its words allow; the share comes after the last, so that one is the shorter. */
export function wrapped(name: string): string[] {
  if (name.length <= LONGEST_LINE) return [name];
  const words = name.split(" ");
  const ways = words.slice(1).map((_, i) => [words.slice(0, i + 1).join(" "), words.slice(i + 1).join(" ")]);
  const longest = (way: string[]) => Math.max(...way.map((line) => line.length));
  return ways.reverse().sort((a, b) => longest(a) - longest(b))[0] ?? [name];
}

/** Height of the trunk's middle line at x: a slow bend, so that it looks grown. */
function trunkAt(x: number): number {
  return TRUNK_Y + 16 * Math.sin((x / WIDTH) * Math.PI * 1.6) - 6;
}

function trunk(): string {
  return tapered(
    { x: 0, y: trunkAt(0) },
    { x: WIDTH * 0.35, y: trunkAt(WIDTH * 0.35) + 14 },
    { x: WIDTH - 34, y: trunkAt(WIDTH - 34) },
    17,
    3,
  );
}

function limb(
  circuit: { id: string; name: string },
  probability: number,
  x: number,
  up: boolean,
  faults: Suspect[],
): Limb {
  const withered = probability < WITHERED;
  const sign = up ? -1 : 1;
  const from = { x, y: trunkAt(x) };
  const reach = withered ? 56 : 84 + 34 * Math.sqrt(probability);
  const tip = { x: Math.min(x + 30 + reach * 0.16, WIDTH - 70), y: from.y + sign * reach };
  const bend = { x: x + 6, y: from.y + sign * reach * 0.55 };
  const thickness = withered ? 2 : 3 + 17 * probability;
  const grown = withered ? [] : twigs(circuit.id, tip, sign, faults);
  return {
    ...circuit,
    probability,
    withered,
    leading: false,
    up,
    tip,
    lines: wrapped(circuit.name),
    label: {
      x: tip.x,
      y: tip.y + (up ? (withered ? -10 : grown.length > 0 ? -48 : -12) : withered ? 18 : grown.length > 0 ? 46 : 20),
    },
    path: tapered(from, bend, tip, thickness, Math.max(1.4, thickness * 0.45)),
    twigs: grown,
  };
}

function twigs(circuit: string, tip: Point, sign: number, faults: Suspect[]): Twig[] {
  const parts = new Map<string, { name: string; probability: number }>();
  for (const fault of faults) {
    if (fault.circuit !== circuit) continue;
    const known = parts.get(fault.part);
    const joint = 1 - (1 - (known?.probability ?? 0)) * (1 - fault.blame);
    parts.set(fault.part, { name: fault.part_name, probability: joint });
  }
  const shown = [...parts]
    .filter(([, part]) => part.probability >= TWIG_FROM)
    .sort((a, b) => b[1].probability - a[1].probability)
    .slice(0, 3);
  return shown.map(([id, part], i) => {
    const side = i === 0 ? 0 : i === 1 ? -1 : 1;
    const end = { x: tip.x + side * 22 + 5, y: tip.y + sign * (i === 0 ? 30 : 20) };
    const middle = { x: tip.x + side * 6, y: tip.y + sign * 14 };
    const thickness = 1.5 + 8 * part.probability;
    return { id, ...part, thickness, path: tapered(tip, middle, end, thickness, 1) };
  });
}

/** A stroke along a quadratic curve whose width runs from one end to the other, as a closed outline. */
export function tapered(from: Point, bend: Point, to: Point, wide: number, narrow: number): string {
  const steps = 10;
  const left: string[] = [];
  const right: string[] = [];
  for (let i = 0; i <= steps; i++) {
    const t = i / steps;
    const x = (1 - t) ** 2 * from.x + 2 * (1 - t) * t * bend.x + t ** 2 * to.x;
    const y = (1 - t) ** 2 * from.y + 2 * (1 - t) * t * bend.y + t ** 2 * to.y;
    const dx = 2 * (1 - t) * (bend.x - from.x) + 2 * t * (to.x - bend.x);
    const dy = 2 * (1 - t) * (bend.y - from.y) + 2 * t * (to.y - bend.y);
    const length = Math.hypot(dx, dy) || 1;
    const half = (wide + (narrow - wide) * t) / 2;
    left.push(`${round(x - (dy / length) * half)} ${round(y + (dx / length) * half)}`);
    right.unshift(`${round(x + (dy / length) * half)} ${round(y - (dx / length) * half)}`);
  }
  return `M${left.join("L")}L${right.join("L")}Z`;
}

function round(value: number): number {
  return Math.round(value * 10) / 10;
}
