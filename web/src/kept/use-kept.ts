import { useEffect, useState } from "react";
import { record } from "./store";

type Change<T> = (part: Partial<T> | ((now: T) => Partial<T>)) => void;

/** State that survives a reload: kept in the browser under a name until it is cleared. name: as in the store, without prefix */
export function useKept<T extends object>(name: string, empty: T): [state: T, change: Change<T>, clear: () => void] {
  const [state, setState] = useState<T>(() => record(name, empty).read());
  useEffect(() => record(name, state).write(state), [name, state]);
  const change: Change<T> = (part) =>
    setState((now) => ({ ...now, ...(typeof part === "function" ? part(now) : part) }));
  const clear = () => {
    setState(empty);
    record(name, empty).clear();
  };
  return [state, change, clear];
}
