import { useEffect, useRef, type RefObject } from "react";

/** Does the focus stand nowhere in particular? */
function nowhere(): boolean {
  const at = document.activeElement;
  return !at || at === document.body || at.id === "main";
}

/**
 * After an answer the control that gave it is often gone, and with it the focus: it goes to the title of the new step, so that the
 * keyboard and a screen reader go on from there. A focus that still stands somewhere is left alone.
 * A page that has just been opened begins at its step: the focus goes there too, and the page stays at its top.
 * step: changes when something was recorded
 */
export function useStepFocus(step: number): RefObject<HTMLDivElement | null> {
  const card = useRef<HTMLDivElement>(null);
  const shown = useRef(step);
  const opened = useRef(false);
  useEffect(() => {
    const first = !opened.current;
    opened.current = true;
    if (!first && shown.current === step) return;
    shown.current = step;
    if (!nowhere()) return;
    const title = card.current?.querySelector("h2");
    if (!title) return;
    title.tabIndex = -1;
    title.focus({ preventScroll: first });
  }, [step]);
  return card;
}
