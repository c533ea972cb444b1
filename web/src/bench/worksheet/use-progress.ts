import { useKept } from "../../kept/use-kept";
import type { SheetStep, WorkSheet } from "../../api/types";

/** A step with the section it stands in. */
export type Laid = SheetStep & { section: string; number: number };

export type Progress = {
  steps: Laid[];
  done: ReadonlySet<string>;
  /** The step at hand, or null at the end: what was left is written down. */
  at: Laid | null;
  left: Record<string, string>;
  tick: (id: string, on: boolean) => void;
  goTo: (id: string | null) => void;
  setLeft: (figure: string, text: string) => void;
  clear: () => void;
};

const NOTHING = { done: [] as string[], at: "", left: {} as Record<string, string> };
const END = "end";

/**
 * How far one is with a sheet: ticks, the step at hand, figures as left. Kept in this browser through a reload, until the repair is
 * recorded. name: of the sheet, under which it is kept
 */
export function useProgress(name: string, sheet: WorkSheet): Progress {
  const [kept, change, clear] = useKept(name, NOTHING);
  const steps = sheet.sections
    .flatMap((section) => section.steps.map((step) => ({ ...step, section: section.name })))
    .map((step, i) => ({ ...step, number: i + 1 }));
  const done = new Set(kept.done);
  const first = steps.find((step) => !done.has(step.id)) ?? null;
  return {
    steps,
    done,
    at: kept.at === END ? null : (steps.find((step) => step.id === kept.at) ?? first),
    left: kept.left,
    tick: (id, on) =>
      change((now) => ({ done: on ? [...new Set([...now.done, id])] : now.done.filter((one) => one !== id) })),
    goTo: (id) => change({ at: id ?? END }),
    setLeft: (figure, text) => change((now) => ({ left: { ...now.left, [figure]: text } })),
    clear,
  };
}
