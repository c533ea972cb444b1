import { useSyncExternalStore } from "react";

/** Whether the server answered the last time it was asked. */
const listeners = new Set<() => void>();
let away = false;

export function heardOfServer(answers: boolean): void {
  if (away === !answers) return;
  away = !answers;
  listeners.forEach((listener) => listener());
}

/** True while the server does not answer. */
export function useAway(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => away,
  );
}
