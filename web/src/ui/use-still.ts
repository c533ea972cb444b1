import { useEffect, useState } from "react";

const PAUSE_MS = 250;

/** What was typed, once the typing pauses. */
export function useStill(text: string): string {
  const [still, setStill] = useState(text);
  useEffect(() => {
    const timer = window.setTimeout(() => setStill(text), PAUSE_MS);
    return () => window.clearTimeout(timer);
  }, [text]);
  return still;
}
