import { useSyncExternalStore } from "react";

const QUERY = "(prefers-reduced-motion: reduce)";

/** Whether the person asked for less movement. */
export function useReducedMotion(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const media = window.matchMedia(QUERY);
      media.addEventListener("change", changed);
      return () => media.removeEventListener("change", changed);
    },
    () => window.matchMedia(QUERY).matches,
    () => false,
  );
}
