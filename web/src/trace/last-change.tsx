import { ArrowRight } from "lucide-react";
import type { Job } from "../api/types";
import { percent } from "../ui/percent";

/** What the last answer did: the odds before and after, and the reason. */
export function LastChange({ job }: { job: Job }) {
  const last = job.trace.findings.at(-1);
  if (!last || last.did.length === 0 || job.trace.closing) return null;
  return (
    <section
      aria-label="What changed"
      aria-live="polite"
      className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line px-2 pb-2"
    >
      <p className="w-full text-[15px] leading-tight">
        <span className="text-dim">Last found</span> {last.says}
      </p>
      {last.did.slice(0, 2).map((move) => (
        <p key={move.id} className="flex items-center gap-2 text-[15px]">
          <Bar before={move.before} after={move.after} />
          <span className="leading-tight">{move.name}</span>
          <span className="flex items-center gap-1 text-dim tabular-nums">
            {percent(move.before)} <ArrowRight size={14} aria-label="to" />
            <strong className={move.after > move.before ? "text-fuel" : "text-leaf"}>{percent(move.after)}</strong>
          </span>
        </p>
      ))}
    </section>
  );
}

/** Before as a line, after as a bar. */
function Bar({ before, after }: { before: number; after: number }) {
  return (
    <svg width="54" height="14" aria-hidden className="shrink-0">
      <rect x="0" y="4" width="54" height="6" rx="3" className="fill-line" />
      <rect
        x="0"
        y="4"
        width={Math.max(54 * after, 2)}
        height="6"
        rx="3"
        className={after > before ? "fill-fuel" : "fill-leaf"}
      />
      <line x1={54 * before} x2={54 * before} y1="0" y2="14" strokeWidth="2" className="stroke-ink" />
    </svg>
  );
}
