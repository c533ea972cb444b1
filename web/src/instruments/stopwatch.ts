import { clock } from "../ui/clock";
import { useEffect, useState } from "react";
import { useKept } from "../kept/use-kept";

/** A stopwatch that keeps running over a reload: it remembers when it was started. Times in seconds. */
export function useStopwatch(key: string) {
  const [state, change, clear] = useKept<{ startedAt: number | null; held: number }>(`${key}.watch`, {
    startedAt: null,
    held: 0,
  });
  const [now, setNow] = useState(() => clock.now());
  const running = state.startedAt !== null;
  useEffect(() => {
    if (!running) return;
    const timer = window.setInterval(() => setNow(clock.now()), 50);
    return () => window.clearInterval(timer);
  }, [running]);
  const elapsed = Math.max(elapsedOf(state, now), 0);
  return {
    running,
    elapsed,
    start: () => change({ startedAt: clock.now(), held: 0 }),
    /** Stops and gives the time. */
    stop: (): number => {
      const seconds = elapsedOf(state, clock.now());
      change({ startedAt: null, held: seconds });
      return seconds;
    },
    reset: clear,
  };
}

export function elapsedOf(state: { startedAt: number | null; held: number }, now: number): number {
  return state.startedAt === null ? state.held : (now - state.startedAt) / 1000;
}
