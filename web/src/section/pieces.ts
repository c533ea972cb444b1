/**
 * The cut-away schematics as data. Each family is a list of pieces (what can be named), flows (what moves, in which circuit) and
 * spots (where a check looks, measures or puts the finger). Drawn for this product; not to scale. Coordinates in a box of 584 x 420.
 */
export type Look = "metal" | "air" | "fuel" | "part" | "soft" | "hole" | "jet";
export type Piece = {
  id: string;
  /** As the catalogue names the part; suspicion is looked up by it. */
  part: string;
  circuit: string;
  d: string;
  look: Look;
  /** Features the machine must have, all of them. */
  needs?: string[];
  /** Moves with the fuel in the bowl. */
  rides?: Rides;
};
/** top, bottom: usual level and floor. It is the fuel, floats on it, or hangs between its pin at x, y and the float, so far off. */
export type Rides = { top: number; bottom: number } & (
  { on: "is" } | { on: "floats" } | { on: "hangs"; x: number; y: number; reach: number }
);
export type Flow = { circuit: string; fluid: "fuel" | "air"; d: string; needs?: string[] };
export type Spot = { x: number; y: number };
/** A throttle or choke plate: turned by the opening. vertical: the bore runs up and down. */
export type Plate = {
  part: string;
  circuit: string;
  x: number;
  y: number;
  r: number;
  vertical: boolean;
  turns: "throttle" | "choke" | "second";
  needs?: string[];
};
/** What rises with the throttle: a slide or a piston, moved along y by the opening. */
export type Riser = { part: string; circuit: string; d: string; lift: number; look: Look };
export type Drawing = {
  backdrop: string[];
  pieces: Piece[];
  flows: Flow[];
  plates: Plate[];
  risers: Riser[];
  spots: Record<string, Spot>;
};

export const BOX = { width: 584, height: 420 } as const;

export function empty(): Drawing {
  return { backdrop: [], pieces: [], flows: [], plates: [], risers: [], spots: {} };
}

/** Several parts of a drawing put together; later spots win. */
export function compose(...parts: Partial<Drawing>[]): Drawing {
  return parts.reduce<Drawing>(
    (whole, part) => ({
      backdrop: [...whole.backdrop, ...(part.backdrop ?? [])],
      pieces: [...whole.pieces, ...(part.pieces ?? [])],
      flows: [...whole.flows, ...(part.flows ?? [])],
      plates: [...whole.plates, ...(part.plates ?? [])],
      risers: [...whole.risers, ...(part.risers ?? [])],
      spots: { ...whole.spots, ...part.spots },
    }),
    empty(),
  );
}

/** A piece in a word: its id is its part and circuit. */
export function piece(part: string, circuit: string, look: Look, d: string, needs?: string[]): Piece {
  return { id: `${part} ${d.slice(0, 12)}`, part, circuit, look, d, ...(needs && { needs }) };
}

/** The same piece, moving with the fuel in the bowl. */
export const riding = (rides: Rides, one: Piece): Piece => ({ ...one, rides });

export function flow(circuit: string, fluid: "fuel" | "air", d: string, needs?: string[]): Flow {
  return { circuit, fluid, d, ...(needs && { needs }) };
}

export function box(x: number, y: number, width: number, height: number, r = 0): string {
  if (r === 0) return `M${x} ${y}h${width}v${height}h${-width}Z`;
  return `M${x + r} ${y}h${width - 2 * r}q${r} 0 ${r} ${r}v${height - 2 * r}q0 ${r} ${-r} ${r}h${-(width - 2 * r)}q${-r} 0 ${-r} ${-r}v${-(height - 2 * r)}q0 ${-r} ${r} ${-r}Z`;
}

/** A passage: a band of a width along straight stretches, drawn as a stroke. */
export function along(...points: [number, number][]): string {
  return points.map(([x, y], i) => `${i ? "L" : "M"}${x} ${y}`).join("");
}

/** A bore that runs down, narrowed at its throat. */
export function boreDown(
  left: number,
  right: number,
  top: number,
  bottom: number,
  throat: number,
  inset: number,
): string {
  const a = throat - 62;
  const b = throat + 70;
  return (
    `M${left} ${top}V${a}C${left} ${throat - 30} ${left + inset} ${throat - 30} ${left + inset} ${throat}` +
    `C${left + inset} ${throat + 36} ${left} ${b - 20} ${left} ${b}V${bottom}H${right}V${b}` +
    `C${right} ${b - 20} ${right - inset} ${throat + 36} ${right - inset} ${throat}C${right - inset} ${throat - 30} ${right} ${throat - 30} ${right} ${a}V${top}Z`
  );
}

/** A bore that runs across, narrowed at its throat. */
export function boreAcross(
  top: number,
  bottom: number,
  left: number,
  right: number,
  throat: number,
  inset: number,
): string {
  const a = throat - 70;
  const b = throat + 80;
  return (
    `M${left} ${top}H${a}C${throat - 34} ${top} ${throat - 34} ${top + inset} ${throat} ${top + inset}` +
    `C${throat + 40} ${top + inset} ${b - 20} ${top} ${b} ${top}H${right}V${bottom}H${b}` +
    `C${b - 20} ${bottom} ${throat + 40} ${bottom - inset} ${throat} ${bottom - inset}C${throat - 34} ${bottom - inset} ${throat - 34} ${bottom} ${a} ${bottom}H${left}Z`
  );
}
