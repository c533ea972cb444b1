import { CircleCheck } from "lucide-react";
import type { PracticeRecord } from "../api/types";
import { Card } from "../ui/card";
import { percent } from "../words/percent";

/** What is known of each circuit, as a chance, and what to practise next. */
export function Mastery({ record }: { record: PracticeRecord["record"] }) {
  const next = record.next.flatMap((id) => record.mastery.find((row) => row.id === id)?.name ?? []);
  return (
    <Card aria-label="What is known">
      <h2 className="text-xl">What is known</h2>
      <p className="text-dim">Next to practise: {next.join(", ")}.</p>
      <ul className="mt-2">
        {record.mastery.map((row) => (
          <li key={row.id} className="grid grid-cols-[minmax(7rem,2fr)_3fr_3.2rem_5.5rem] items-center gap-2 py-1">
            <span className="leading-tight">{row.name}</span>
            <span className="h-2.5 rounded-full bg-line" aria-hidden>
              <span
                className={`block h-full rounded-full ${row.mastered ? "bg-leaf" : "bg-fuel"}`}
                style={{ width: `${row.known * 100}%` }}
              />
            </span>
            <span className="text-right tabular-nums">{percent(row.known)}</span>
            <span className="flex items-center gap-1 text-sm text-dim tabular-nums">
              {row.mastered && <CircleCheck size={16} className="text-leaf" aria-label="known" />}
              {row.tried > 0 ? `${row.found} of ${row.tried}` : "not tried"}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-dim">
        The chance that it is known, from what was found and what was not (Bayesian knowledge tracing, Corbett and
        Anderson 1994).
      </p>
    </Card>
  );
}
