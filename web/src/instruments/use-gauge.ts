import { useEffect, useRef, useState } from "react";
import { OFF, playGauge, type GaugeKind, type Live, type Recorded, type Signal } from "./gauge-player";

/** The live simulated gauge, from when it is switched on until it is switched off. */
export function useGauge(kind: GaugeKind, signal: Signal) {
  const [live, setLive] = useState<Live>(OFF);
  const player = useRef<ReturnType<typeof playGauge> | null>(null);
  useEffect(() => () => player.current?.stop(), []);
  const stop = () => {
    player.current?.stop();
    setLive(OFF);
  };
  return {
    ...live,
    stop,
    start: () => {
      stop();
      player.current = playGauge(kind, signal, setLive);
    },
    record: (seconds: number, done: (record: Recorded) => void) => player.current?.record(seconds, done),
  };
}
