import { ArrowRight } from "lucide-react";
import type { Job } from "../../api/types";
import { useDesk } from "../desk";
import { percent } from "../../words/percent";

type Move = { id: string; name: string; before: number; after: number };

/** What the last entry did: a finding to the odds, a repair to what it mended. */
export function LastChange() {
  const { job } = useDesk();
  const change = job.trace.closing ? null : lastChange(job);
  if (!change) return null;
  return (
    <section
      aria-label="What changed"
      className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line px-2 pb-2"
    >
      <p className="w-full text-[15px] leading-tight">
        <span className="text-dim">{change.what}</span> {change.says}
      </p>
      {change.moves.slice(0, 2).map((move) => (
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

/** The latest of findings and repairs, as they stand in the list of entries; null before there is one that moved anything. */
export function lastChange(job: Job): { what: string; says: string; moves: Move[] } | null {
  const { findings, repairs, faults, told } = job.trace;
  const ids = new Set([...findings.map((row) => row.entry), ...repairs.map((row) => row.entry)]);
  const entry = told.findLast((one) => !one.struck && ids.has(one.entry))?.entry;
  const repair = repairs.find((row) => row.entry === entry);
  if (repair) {
    const now = new Map(faults.map((row) => [row.id, row]));
    const moves = Object.entries(repair.was).flatMap(([id, before]) => {
      const fault = now.get(id);
      return fault ? [{ id, name: fault.name, before, after: fault.probability }] : [];
    });
    return { what: "Repaired", says: repair.name, moves: moves.sort((a, b) => b.before - a.before) };
  }
  const finding = findings.find((row) => row.entry === entry);
  return finding && finding.did.length > 0 ? { what: "Last found", says: finding.says, moves: finding.did } : null;
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
