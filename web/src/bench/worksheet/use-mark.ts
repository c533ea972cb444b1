import { entry } from "../../api/entries";
import { parseNumber } from "../../words/numbers";
import { useDesk } from "../desk";
import { UNNOTED, type Laid, type Noted, type Progress } from "./use-progress";

/** Notes of a step that must be numbers and are none. */
export function wrongNotes(step: Laid, noted: Noted = UNNOTED): Set<string> {
  return new Set(
    step.note
      .filter(({ id, number }) => number && noted.notes[id]?.trim() && parseNumber(noted.notes[id]) === null)
      .map((row) => row.id),
  );
}

/**
 * Ticks a step, and has the job know what came off by it and what went back on: that list is everybody's, and lasts longer than the
 * sheet. false where what was noted cannot stand.
 */
export function useMark(progress: Progress): (step: Laid, on: boolean) => boolean {
  const { job, add } = useDesk();
  const open = (part: string) => {
    const own = progress.taken[part];
    const known = job.trace.parts_off.find((row) => row.entry === own || (row.part === part && !row.back));
    return known ? (known.back ? null : known.entry) : (own ?? null);
  };
  const takeOff = (step: Laid, part: string) => {
    const { notes, condition } = progress.noted[step.id] ?? UNNOTED;
    const said = Object.entries(notes).filter(([, text]) => text.trim() !== "");
    const off = entry("removed", {
      part,
      condition,
      ...(said.length > 0 && { notes: Object.fromEntries(said) }),
    });
    progress.setTaken(part, off.id);
    void add(off);
  };
  return (step, on) => {
    if (on && wrongNotes(step, progress.noted[step.id]).size > 0) return false;
    if (step.part !== null && step.off !== null && on !== progress.done.has(step.id)) {
      const off = open(step.part);
      if (step.off && on && !off) takeOff(step, step.part);
      if (step.off && !on && off) void add(entry("strike", { entry: off }));
      if (!step.off && on && off) void add(entry("refitted", { entry: off }));
    }
    progress.tick(step.id, on);
    return true;
  };
}
