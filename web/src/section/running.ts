import type { Rides } from "./pieces";

/**
 * What the section shows of an engine that runs. opened, choke: shares; filled: bowl, of its usual depth; flows: fuel by circuit, in
 * any one unit
 */
export interface Running {
  opened: number;
  choke: number;
  turning: boolean;
  filled: number;
  flows: Record<string, number>;
}

/** The simulated engine's name of what flows in a drawing's circuit; all others move with the air or with the fuel as a whole. */
const FEEDS: Record<string, string> = {
  idle: "idle",
  transition: "transition",
  main: "main",
  needle: "main",
  power: "power",
  secondary: "second",
  pump: "shot",
  cold: "cold",
};
const REST = new Set(["shutdown"]);
/** Parts of all fuel from which a circuit moves a little, shares and leads. */
const PARTS = [0.005, 0.1, 0.4];

/** How lively a circuit moves, 0 to 3: of its part of the fuel; air and supply by the throttle. */
export function livelyRunning(running: Running, circuit: string): number {
  const whole = Object.values(running.flows).reduce((sum, one) => sum + one, 0);
  const fed = FEEDS[circuit];
  if (fed) return whole > 0 ? PARTS.filter((least) => (running.flows[fed] ?? 0) / whole >= least).length : 0;
  if (!running.turning || REST.has(circuit)) return 0;
  return running.opened > 0.6 ? 3 : running.opened > 0.2 ? 2 : 1;
}

/** Degrees that a plate stands open. */
export function angleRunning(turns: "throttle" | "choke" | "second", running: Running): number {
  if (turns === "choke") return 88 - 76 * running.choke;
  if (turns === "second") return (running.flows.second ?? 0) > 0 ? 80 : 3;
  return 7 + 77 * running.opened;
}

/** How far a slide or piston has risen, 0 to 1. */
export const risenRunning = (running: Running): number => 0.06 + 0.94 * running.opened;

const DROP = 0.45; // of the way to the floor, as far as a float drops: then it hangs on its tang

/** How a piece stands that moves with the fuel in the bowl: a transform, or none. */
export function ridingAt(rides: Rides | undefined, filled: number): string | undefined {
  if (!rides) return undefined;
  const { top, bottom } = rides;
  const share = Math.min(Math.max(filled, 0.01), 1.3);
  if (rides.on === "is") return `translate(0 ${(bottom * (1 - share)).toFixed(1)}) scale(1 ${share.toFixed(3)})`;
  const sunk = Math.min((bottom - top) * (1 - share), (bottom - top) * DROP);
  if (rides.on === "floats") return `translate(0 ${sunk.toFixed(1)})`;
  const angle = Math.atan2(top - rides.y + sunk, rides.reach) - Math.atan2(top - rides.y, rides.reach);
  return `rotate(${((angle * 180) / Math.PI).toFixed(1)} ${rides.x} ${rides.y})`;
}
