import { Eye, Wrench } from "lucide-react";
import type { PracticeStep } from "../api/types";
import { Card } from "../ui/card";

const SAYS = {
  wasted: "told nothing",
  against: "spoke against what was wrong",
  wrong: "not what was wrong",
  wiped: "not what was wrong, and it wiped out what would have shown it",
  unproven: "could not be undone, and nothing had shown it",
} as const;

/** Steps one after the other: looks with what each was worth, repairs, and which were none. */
export function Road({ title, steps, end = "" }: { title: string; steps: PracticeStep[]; end?: string }) {
  return (
    <Card aria-label={title}>
      <h2 className="text-xl">{title}</h2>
      {steps.length === 0 && <p className="text-dim">No step was taken.</p>}
      <ol>
        {steps.map((step, i) => {
          const Icon = step.kind === "check" ? Eye : Wrench;
          return (
            <li key={i} className="flex items-baseline gap-2 border-t border-line py-1.5 first:border-0">
              <Icon size={16} aria-hidden className="shrink-0 self-center text-dim" />
              <span className="min-w-0 flex-1 leading-tight">
                {step.name}
                {step.says && <span className="block text-sm text-rust">{SAYS[step.says]}</span>}
              </span>
              {typeof step.bits === "number" && (
                <span className="text-sm text-dim tabular-nums">{bits(step.bits)} bits</span>
              )}
              {step.minutes !== undefined && <span className="text-sm tabular-nums">{step.minutes} min</span>}
            </li>
          );
        })}
      </ol>
      {end && <p className="border-t border-line py-1.5 text-dim">{end}</p>}
    </Card>
  );
}

/** To a tenth, and no minus before nothing. */
const bits = (value: number) => (Math.round(value * 10) / 10 + 0).toFixed(1);
