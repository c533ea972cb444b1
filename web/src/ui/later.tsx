import { startTransition, useEffect, useState, type ReactNode } from "react";

/** Draws its children a moment after the rest of the page, so that what is worked with first is there first. fallback: as large. */
export function Later({ fallback, children }: { fallback: ReactNode; children: ReactNode }) {
  const [now, setNow] = useState(false);
  useEffect(() => startTransition(() => setNow(true)), []);
  return now ? children : fallback;
}
