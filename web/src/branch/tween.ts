import { useEffect, useRef, useState } from "react";
import type { Trace } from "../api/types";
import { useReducedMotion } from "../ui/use-reduced-motion";

export type Shares = Pick<Trace, "circuits" | "faults">;
export const TWEEN_MS = 350;

/** Shares on their way from one trace to the next: 0 as it was, 1 as it is. Pure. */
export function between(before: Shares, after: Shares, way: number): Shares {
  if (way >= 1) return after;
  const circuits = new Map(before.circuits.map((row) => [row.id, row.blame]));
  const faults = new Map(before.faults.map((row) => [row.id, row.blame]));
  const mix = (from: number | undefined, to: number) => (from === undefined ? to : from + (to - from) * way);
  return {
    circuits: after.circuits.map((row) => ({ ...row, blame: mix(circuits.get(row.id), row.blame) })),
    faults: after.faults.map((row) => ({ ...row, blame: mix(faults.get(row.id), row.blame) })),
  };
}

/** Slow at the end. */
export function eased(way: number): number {
  return 1 - (1 - way) ** 3;
}

/** The shares to draw now: they move to a new trace within 350 ms, at once where less movement is asked for. */
export function useTweened(trace: Shares): Shares {
  const still = useReducedMotion();
  const [shown, setShown] = useState<Shares>(trace);
  const from = useRef<Shares>(trace);
  useEffect(() => {
    if (still || from.current === trace) {
      from.current = trace;
      return;
    }
    const before = from.current;
    const started = performance.now();
    let frame = requestAnimationFrame(function step(now) {
      const way = Math.min((now - started) / TWEEN_MS, 1);
      from.current = between(before, trace, eased(way));
      setShown(from.current);
      if (way < 1) frame = requestAnimationFrame(step);
      else from.current = trace;
    });
    return () => cancelAnimationFrame(frame);
  }, [trace, still]);
  return still ? trace : shown;
}
