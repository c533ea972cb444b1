import { useEffect } from "react";

/** Keys that act on the page while no field or dialog has the focus. keys: {"1": act, u: act, ...} */
export function useShortcuts(keys: Record<string, (() => void) | undefined>, on = true): void {
  useEffect(() => {
    if (!on) return;
    const listen = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.ctrlKey || event.metaKey || event.altKey || target.closest("input, select, textarea, [role=dialog]"))
        return;
      const act = keys[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [keys, on]);
}
