import { createContext, useContext, useEffect, useRef, useState, useSyncExternalStore, type ReactNode } from "react";
import { choice } from "../kept/store";
import { KeyRegistry, type Scope } from "./registry";

/** Whether keys that are a single character act. */
const singleKeys = choice("single-keys", ["on", "off"]);
const Current = createContext<KeyRegistry>(new KeyRegistry());
const Sheet = createContext<[open: boolean, set: (open: boolean) => void]>([false, () => undefined]);

/** Listens for the whole page. */
export function KeysRoot({ children }: { children: ReactNode }) {
  const [registry] = useState(() => new KeyRegistry(singleKeys.read() === "on"));
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const key = registry.meant(event);
      if (!key) return;
      event.preventDefault();
      key.act?.();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [registry]);
  const sheet = useState(false);
  return (
    <Current.Provider value={registry}>
      <Sheet.Provider value={sheet}>{children}</Sheet.Provider>
    </Current.Provider>
  );
}

/**
 * Keys that act while this part of the page stands. A key without an act is one the focused control takes itself.
 *
 * @example
 * useKeys("This job", [["u", "Undo the last entry", undo], ["l", "Limits", open]]);
 */
export function useKeys(scope: Scope, keys: Named[], on = true): void {
  const registry = useContext(Current);
  const place = useRef<ReturnType<KeyRegistry["add"]> | null>(null);
  useEffect(() => {
    place.current = registry.add();
    return () => place.current?.remove();
  }, [registry]);
  // After every drawing, so that a key does what the page shows now.
  useEffect(() => {
    const list = on ? keys : [];
    place.current?.set(
      list.map(([key, name, act, everywhere]) => ({ key, name, scope, act, everywhere: !!everywhere })),
    );
  });
}

type Named = [key: string, name: string, act?: () => void, everywhere?: "everywhere"];

/** Whether the sheet of keys is open, and the way to open and close it. */
export function useKeySheet() {
  return useContext(Sheet);
}

/** Every key there is now, for the sheet; and whether single characters act, with the way to switch that. */
export function useKeyList() {
  const registry = useContext(Current);
  const list = useSyncExternalStore(registry.subscribe, () => registry.list);
  const single = useSyncExternalStore(registry.subscribe, () => registry.single);
  const setSingle = (on: boolean) => {
    singleKeys.write(on ? "on" : "off");
    registry.switchSingle(on);
  };
  return { list, single, setSingle };
}

/** For aria-keyshortcuts and printed digits: the key as long as single characters act, else nothing. */
export function useShown(): (key: string) => string | undefined {
  const registry = useContext(Current);
  const single = useSyncExternalStore(registry.subscribe, () => registry.single);
  return (key) => (single ? key : undefined);
}
