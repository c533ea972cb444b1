import { useEffect, useState } from "react";
import { clock } from "./clock";

/** The time in ms, renewed at an interval, and at once when a given moment comes. */
export function useNow(every = 1000, moment: number | null = null): number {
  const [now, setNow] = useState(() => clock.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(clock.now()), every);
    return () => window.clearInterval(timer);
  }, [every]);
  useEffect(() => {
    const left = moment === null ? -1 : moment - clock.now();
    if (left < 0 || left > 2 ** 31 - 1) return;
    const timer = window.setTimeout(() => setNow(clock.now()), left + 5);
    return () => window.clearTimeout(timer);
  }, [moment]);
  return now;
}
