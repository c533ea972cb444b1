import { useEffect, useState } from "react";

/** State that survives a reload: kept in the browser under a key until it is cleared. */
export function useKept<T extends object>(
  key: string,
  empty: T,
): [T, (part: Partial<T> | ((now: T) => Partial<T>)) => void, () => void] {
  const [state, setState] = useState<T>(() => ({ ...empty, ...read(key) }));
  useEffect(() => {
    try {
      localStorage.setItem(key, JSON.stringify(state));
    } catch {
      // A full or forbidden store only costs the safety net.
    }
  }, [key, state]);
  const change = (part: Partial<T> | ((now: T) => Partial<T>)) =>
    setState((now) => ({ ...now, ...(typeof part === "function" ? part(now) : part) }));
  const clear = () => {
    setState(empty);
    localStorage.removeItem(key);
  };
  return [state, change, clear];
}

function read(key: string): object {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? "{}");
    return typeof kept === "object" && kept !== null && !Array.isArray(kept) ? kept : {};
  } catch {
    return {};
  }
}
