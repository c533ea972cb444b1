import { useEffect, useRef, type RefObject } from "react";

/**
 * After an answer the control that gave it is often gone, and with it the focus: it goes to the title of the new step, so that the
 * keyboard and a screen reader go on from there. A focus that still stands somewhere is left alone.
 * step: changes when something was recorded
 */
export function useStepFocus(step: number): RefObject<HTMLDivElement | null> {
  const card = useRef<HTMLDivElement>(null);
  const shown = useRef(step);
  useEffect(() => {
    if (shown.current === step) return;
    shown.current = step;
    if (document.activeElement && document.activeElement !== document.body) return;
    const title = card.current?.querySelector("h2");
    if (!title) return;
    title.tabIndex = -1;
    title.focus();
  }, [step]);
  return card;
}
