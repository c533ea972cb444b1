import { ArrowLeft, ArrowRight, Hourglass, Wrench } from "lucide-react";
import { Link } from "react-router";
import type { JobSummary } from "../../api/types";
import { lower } from "../../words/lower";
import { waitWords } from "../../words/waiting";
import { percent } from "../../words/percent";

/** One job on the board: machine, title, suspects, what is next. Alt and an arrow key, or its two small keys, move it in its lane. */
export function JobCard(props: {
  job: JobSummary;
  now: number;
  first?: boolean;
  last?: boolean;
  /** Left out where jobs are not moved about. */
  onEarlier?: () => void;
  onLater?: () => void;
}) {
  const { job, onEarlier, onLater } = props;
  return (
    <article className="group relative flex h-full flex-col rounded-card border border-line bg-sheet hover:border-fuel">
      <Link
        to={`/jobs/${job.id}`}
        draggable={false}
        className="flex flex-1 flex-col rounded-card p-4 pb-2 no-underline"
        onKeyDown={(event) => {
          if (!event.altKey || !["ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown"].includes(event.key)) return;
          event.preventDefault();
          if (event.key === "ArrowLeft" || event.key === "ArrowUp") onEarlier?.();
          else onLater?.();
        }}
      >
        <span className="flex justify-between gap-3 text-sm text-dim">
          <span>
            {job.machine}
            {job.practice && <span className="ml-2 rounded-full border border-leaf px-2 text-leaf">practice</span>}
          </span>
          <span className="tabular-nums">{job.minutes} min</span>
        </span>
        <span className="mt-1 font-display text-lg leading-tight font-semibold">{job.title}</span>
        <span className="mt-2 flex-1">
          {(job.found ?? []).map((name) => (
            <span key={name} className="flex items-center gap-2 text-sm">
              <Wrench size={16} aria-hidden className="w-14 shrink-0 text-fuel" /> found: {lower(name)}
            </span>
          ))}
          {job.leading.map((suspect) => (
            <span key={suspect.name} className="flex items-center gap-2 text-sm text-dim">
              <span className="h-1.5 w-14 shrink-0 rounded-full bg-line">
                <span
                  className="block h-full rounded-full bg-fuel"
                  style={{ width: `${suspect.probability * 100}%` }}
                />
              </span>
              <span className="w-11 shrink-0 text-right tabular-nums">{percent(suspect.probability)}</span>{" "}
              {suspect.name}
            </span>
          ))}
        </span>
      </Link>
      <div className="mx-4 flex min-h-12 items-center gap-2 border-t border-line">
        <span className="min-w-0 flex-1 py-2 text-[15px] leading-tight">
          {job.waiting && job.closed_as === null ? (
            <span className="flex items-center gap-1.5 text-fuel">
              <Hourglass size={16} aria-hidden className="shrink-0" />
              {waitWords(job.waiting, props.now)}
            </span>
          ) : job.closed_as ? (
            `Closed: ${job.closed_as}`
          ) : (
            `Next: ${job.next}`
          )}
        </span>
        {onEarlier && <Mover name={`Earlier: ${job.title}`} off={!!props.first} onClick={onEarlier} icon={ArrowLeft} />}
        {onLater && <Mover name={`Later: ${job.title}`} off={!!props.last} onClick={onLater} icon={ArrowRight} />}
      </div>
    </article>
  );
}

function Mover(props: { name: string; off: boolean; onClick: () => void; icon: typeof ArrowLeft }) {
  const Icon = props.icon;
  return (
    <button
      type="button"
      aria-label={props.name}
      disabled={props.off}
      onClick={props.onClick}
      className="grid size-11 shrink-0 place-items-center rounded-lg text-dim hover:bg-raised disabled:opacity-25"
    >
      <Icon size={18} aria-hidden />
    </button>
  );
}
