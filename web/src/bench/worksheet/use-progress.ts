import type { PartOff, SheetStep, WorkSheet } from "../../api/types";
import { useKept } from "../../kept/use-kept";

/** A step with the section it stands in; off: whether it takes a part off (true), puts one back (false), or neither. */
export type Laid = SheetStep & { section: string; number: number; off: boolean | null };

type Condition = PartOff["condition"];
/** What was noted of a part before it moved, as typed. */
export type Noted = { notes: Record<string, string>; condition: Condition };
export const UNNOTED: Noted = { notes: {}, condition: "reuse" };

export type Progress = {
  steps: Laid[];
  done: ReadonlySet<string>;
  /** The step at hand, or null at the end: what was left is written down. */
  at: Laid | null;
  left: Record<string, string>;
  /** By step. */
  noted: Record<string, Noted>;
  /** Entry of a part that this sheet has taken off, by the part: it may not be stored yet. */
  taken: Record<string, string>;
  tick: (id: string, on: boolean) => void;
  goTo: (id: string | null) => void;
  setLeft: (figure: string, text: string) => void;
  setNoted: (step: string, noted: Noted) => void;
  setTaken: (part: string, entry: string) => void;
  clear: () => void;
};

const NOTHING = {
  done: [] as string[],
  at: "",
  left: {} as Record<string, string>,
  noted: {} as Record<string, Noted>,
  taken: {} as Record<string, string>,
};
const END = "end";

/**
 * How far one is with a sheet: ticks, the step at hand, what was noted and left. Kept in this browser through a reload, until the
 * repair is recorded. name: of the sheet, under which it is kept
 */
export function useProgress(name: string, sheet: WorkSheet): Progress {
  const [kept, change, clear] = useKept(name, NOTHING);
  const steps = sheet.sections
    .flatMap(({ id, name, steps }) =>
      steps.map((step) => ({ ...step, section: name, off: step.part === null ? null : id === "in" })),
    )
    .map((step, i) => ({ ...step, number: i + 1 }));
  const done = new Set(kept.done);
  const first = steps.find((step) => !done.has(step.id)) ?? null;
  return {
    steps,
    done,
    at: kept.at === END ? null : (steps.find((step) => step.id === kept.at) ?? first),
    left: kept.left,
    noted: kept.noted,
    taken: kept.taken,
    tick: (id, on) =>
      change((now) => ({ done: on ? [...new Set([...now.done, id])] : now.done.filter((one) => one !== id) })),
    goTo: (id) => change({ at: id ?? END }),
    setLeft: (figure, text) => change((now) => ({ left: { ...now.left, [figure]: text } })),
    setNoted: (step, noted) => change((now) => ({ noted: { ...now.noted, [step]: noted } })),
    setTaken: (part, entry) => change((now) => ({ taken: { ...now.taken, [part]: entry } })),
    clear,
  };
}
