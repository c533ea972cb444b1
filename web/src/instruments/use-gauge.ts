import { clock } from "../ui/clock";
import { useCallback, useEffect, useRef, useState } from "react";

export type Signal = "steady" | "drifting" | "flicking" | "hunting";
type Live = { value: number | null; time: number; problem: string | null };
const OFF: Live = { value: null, time: 0, problem: null };

/** The live simulated gauge: server-sent events, ten a second, from when it is switched on until it is switched off. */
export function useGauge(kind: string, signal: Signal) {
  const [live, setLive] = useState<Live>(OFF);
  const source = useRef<EventSource | null>(null);
  const recorder = useRef<{
    values: number[];
    count: number;
    tell: (n: number) => void;
    done: (values: number[]) => void;
  } | null>(null);
  const stop = useCallback(() => {
    source.current?.close();
    source.current = null;
    recorder.current = null;
    setLive(OFF);
  }, []);
  const start = useCallback(() => {
    stop();
    const events = new EventSource(
      `/api/v1/gauges/${kind}?signal=${signal}&seed=${Math.floor(clock.now() / 1000) % 1000}`,
    );
    source.current = events;
    events.onmessage = (event: MessageEvent<string>) => {
      const { t, value } = JSON.parse(event.data) as { t: number; value: number };
      setLive({ value, time: t, problem: null });
      const taking = recorder.current;
      if (!taking) return;
      taking.values.push(value);
      taking.tell(taking.values.length);
      if (taking.values.length < taking.count) return;
      recorder.current = null;
      taking.done(taking.values);
    };
    events.addEventListener("busy", () => {
      events.close();
      setLive({ ...OFF, problem: "All simulated gauges are in use: switch one off elsewhere." });
    });
    events.onerror = () => {
      if (events.readyState === EventSource.CLOSED)
        setLive({ ...OFF, problem: "The gauge does not answer. Set the needle by hand, or type the number." });
    };
  }, [kind, signal, stop]);
  /** Takes down the next readings; tells how many there are, and gives them when they are all there. */
  const record = useCallback((count: number, tell: (n: number) => void, done: (values: number[]) => void) => {
    recorder.current = { values: [], count, tell, done };
  }, []);
  useEffect(() => stop, [stop]);
  return { ...live, start, stop, record };
}
