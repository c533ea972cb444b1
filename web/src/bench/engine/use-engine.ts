import { useCallback, useEffect, useRef, useState } from "react";
import { api } from "../../api/client";
import type { EngineReading, EngineRun } from "../../api/types";
import { LONGEST } from "./recording";

export type Done = Required<EngineRun["done"]>;

export const RESTING: Done = { throttle: 0, choke: null, cover: 0, load: 0, key: true, starter: false };
const SECONDS = 1; // run at once, so that a hand is answered within about that
const KEPT = 300; // readings, half a minute

/**
 * The hidden engine while somebody's hands are on it: it is run for a second at a time with what is done to it then, and its
 * readings are shown one after the other as they would come. Nothing runs while it is not watched.
 */
export function useEngine(job: string) {
  const [done, setDone] = useState<Done>(RESTING);
  const [on, setOn] = useState(false);
  const [readings, setReadings] = useState<EngineReading[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const recorded = useRef<EngineReading[]>([]); // since it was last taken, the latest of it
  const hands = useRef(done);
  const first = useRef<Pick<EngineRun, "warm" | "stand">>({});
  useEffect(() => {
    hands.current = done;
  }, [done]);
  useEffect(() => {
    if (!on) return;
    const watch = new AbortController(); // left off as soon as nobody watches, in the middle of a request too
    const left = () => watch.signal.aborted;
    const waiting: EngineReading[] = [];
    const show = window.setInterval(() => {
      const next = waiting.shift();
      if (!next) return;
      recorded.current = [...recorded.current.slice(1 - LONGEST), next];
      setReadings((before) => [...before.slice(1 - KEPT), next]);
    }, 100);
    const run = async () => {
      while (!left()) {
        // Asked for before the last second is shown, so that it runs on without a gap.
        if (waiting.length > 4) {
          await later(50);
          continue;
        }
        const begin = first.current;
        first.current = {};
        try {
          const { samples } = await api.runEngine(job, { seconds: SECONDS, ...begin, done: hands.current });
          waiting.push(...samples);
          setProblem(null);
        } catch (error) {
          if (left()) return;
          setProblem(error instanceof Error ? error.message : "The engine does not answer");
          setOn(false);
          return;
        }
      }
    };
    void run();
    return () => {
      watch.abort();
      window.clearInterval(show);
    };
  }, [on, job]);
  const change = useCallback((part: Partial<Done>) => setDone((now) => ({ ...now, ...part })), []);
  const begin = (how: typeof first.current = {}) => {
    first.current = how;
    recorded.current = [];
    setOn(true);
  };
  return { done, change, on, begin, stop: () => setOn(false), readings, recorded: () => recorded.current, problem };
}

const later = (ms: number) => new Promise((ready) => window.setTimeout(ready, ms));
