import type { WorkSheet } from "../../api/types";
import { useMark } from "./use-mark";
import type { Progress } from "./use-progress";

/** The whole sheet as a list to tick; the way it is printed. */
export function StepList({ sheet, progress }: { sheet: WorkSheet; progress: Progress }) {
  const mark = useMark(progress);
  const name = (id: string) => sheet.cautions.find((one) => one.id === id)?.name ?? id;
  const parts = [...new Set(progress.steps.map((step) => step.section))];
  return (
    <div>
      {parts.map((part) => (
        <section key={part} aria-label={part} className="mb-3">
          <h2 className="text-xl">{part}</h2>
          <ol>
            {progress.steps
              .filter((step) => step.section === part)
              .map((step) => (
                <li key={step.id} className="break-inside-avoid border-t border-line">
                  <label className="flex min-h-11 cursor-pointer gap-3 py-1.5">
                    <input
                      type="checkbox"
                      checked={progress.done.has(step.id)}
                      onChange={(event) => mark(step, event.target.checked)}
                      className="mt-1 size-6 shrink-0 accent-leaf"
                    />
                    <span className="w-7 shrink-0 text-right text-dim tabular-nums">{step.number}</span>
                    <span className="min-w-0">
                      {step.do}
                      {step.stop && <span className="block text-[15px] text-leaf">Right when: {step.stop}</span>}
                      {step.hazards.length > 0 && (
                        <span className="block text-[15px] text-rust">
                          Caution: {step.hazards.map(name).join(", ")}
                        </span>
                      )}
                      {step.note.length > 0 && (
                        <span className="block text-[15px] text-dim">
                          Write down: {step.note.map((row) => row.name).join(", ")} ________
                        </span>
                      )}
                    </span>
                  </label>
                </li>
              ))}
          </ol>
        </section>
      ))}
    </div>
  );
}
