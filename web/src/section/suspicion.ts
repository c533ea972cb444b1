import type { Trace } from "../api/types";

/** How far each part, by its name, is to blame: any of its faults. Pure. */
export function blameByPart(faults: Pick<Trace["faults"][number], "part_name" | "blame">[]): Map<string, number> {
  const left = new Map<string, number>();
  for (const fault of faults) left.set(fault.part_name, (left.get(fault.part_name) ?? 1) * (1 - fault.blame));
  return new Map([...left].map(([part, free]) => [part, 1 - free]));
}

/** Degrees that a plate stands open at a throttle opening. */
const THROTTLE: Record<string, number> = { idle: 7, "tip-in": 20, cruise: 46, full: 84 };

export function plateAngle(turns: "throttle" | "choke" | "second", opening: string, cold: boolean): number {
  if (turns === "choke") return cold ? 12 : 88;
  if (turns === "second") return opening === "full" ? 80 : 3;
  return THROTTLE[opening] ?? 7;
}

/** How far a slide or piston has risen, 0 to 1. */
export function risen(opening: string): number {
  return { idle: 0.06, "tip-in": 0.18, cruise: 0.5, full: 1 }[opening] ?? 0;
}
