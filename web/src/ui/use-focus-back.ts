import { useRef } from "react";

/** Gives the focus back to where it was before a sheet opened; Radix does so only for a trigger of its own. */
export function useFocusBack() {
  const before = useRef<HTMLElement | null>(null);
  return {
    onOpenAutoFocus: () => {
      before.current = document.activeElement instanceof HTMLElement ? document.activeElement : null;
    },
    onCloseAutoFocus: (event: Event) => {
      event.preventDefault();
      if (before.current?.isConnected) before.current.focus();
    },
  };
}
