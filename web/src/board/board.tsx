import { CirclePlus } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import type { JobSummary } from "../api/types";
import { useBoard } from "../api/use-job";
import { Button } from "../ui/button";
import { Failed } from "../ui/state";
import { useNow } from "../ui/use-now";
import { JobCard } from "./job-card";
import { laid, LANES, laneOf, matches, moved, type LaneId } from "./lanes";

/** The shop's jobs by what they wait for now. They can be searched, narrowed to a lane, and laid in the shop's own order. */
export function Board() {
  const board = useBoard();
  const now = useNow(15_000);
  const [text, setText] = useState("");
  const [lane, setLane] = useState<LaneId | null>(null);
  if (board.isPending) return <Skeleton />;
  if (board.isError) return <Failed error={board.error} again={() => void board.refetch()} />;
  const all = laid(board.data.jobs, board.data.order);
  const found = all.filter((job) => matches(job, text));
  const count = (id: LaneId) => found.filter((job) => laneOf(job, now) === id).length;
  const put = (id: string, before: string | null) => board.arrange(moved(all, id, before));
  return (
    <>
      <div className="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
        <h1 className="text-3xl">On the bench</h1>
        <label className="ml-auto">
          <span className="sr-only">Search the board</span>
          <input
            type="search"
            placeholder="Machine, suspect, step"
            value={text}
            onChange={(event) => setText(event.target.value)}
            className="min-h-12 w-72 max-w-full rounded-xl border-2 border-edge bg-raised px-3"
          />
        </label>
        <Link
          to="/new"
          className="inline-flex min-h-12 items-center gap-2 rounded-xl bg-fuel px-5 font-medium text-on-fuel no-underline hover:brightness-110"
        >
          <CirclePlus size={20} aria-hidden /> New job
        </Link>
      </div>
      {all.length === 0 ? (
        <Empty />
      ) : (
        <>
          <div role="group" aria-label="Show only" className="mb-4 flex flex-wrap gap-1.5">
            {LANES.map((row) => (
              <Button
                key={row.id}
                aria-pressed={lane === row.id}
                disabled={count(row.id) === 0 && lane !== row.id}
                className="px-3! text-[15px] aria-pressed:border-fuel aria-pressed:bg-fuel-soft"
                onClick={() => setLane(lane === row.id ? null : row.id)}
              >
                {row.title} <span className="text-dim tabular-nums">{count(row.id)}</span>
              </Button>
            ))}
          </div>
          {LANES.filter((row) => lane === null || lane === row.id).map((row) => (
            <Lane
              key={row.id}
              {...row}
              now={now}
              jobs={found.filter((job) => laneOf(job, now) === row.id)}
              onPut={put}
            />
          ))}
          {found.length === 0 && <p className="py-16 text-center text-dim">No job has all of these words.</p>}
        </>
      )}
    </>
  );
}

function Lane(props: {
  title: string;
  hint: string;
  now: number;
  jobs: JobSummary[];
  onPut: (id: string, before: string | null) => void;
}) {
  const { jobs } = props;
  const [over, setOver] = useState<string | null>(null);
  if (jobs.length === 0) return null;
  const step = (i: number, by: -1 | 1) => {
    const job = jobs[i];
    const target = by < 0 ? jobs[i - 1] : jobs[i + 2];
    if (job && (by > 0 ? i < jobs.length - 1 : i > 0)) props.onPut(job.id, target?.id ?? null);
  };
  return (
    <section className="mb-6" aria-label={props.title}>
      <h2 className="mb-2 flex items-baseline gap-3 border-b border-line pb-1 text-xl">
        {props.title} <span className="font-sans text-sm font-normal text-dim">{props.hint}</span>
      </h2>
      <ul className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {jobs.map((job, i) => (
          <li
            key={job.id}
            draggable
            onDragStart={(event) => event.dataTransfer.setData("text/plain", job.id)}
            onDragOver={(event) => {
              event.preventDefault();
              setOver(job.id);
            }}
            onDragLeave={() => setOver(null)}
            onDrop={(event) => {
              event.preventDefault();
              setOver(null);
              const id = event.dataTransfer.getData("text/plain");
              if (id && id !== job.id) props.onPut(id, job.id);
            }}
            className={over === job.id ? "rounded-card outline-3 outline-fuel outline-dashed" : ""}
          >
            <JobCard
              job={job}
              now={props.now}
              onEarlier={() => step(i, -1)}
              onLater={() => step(i, 1)}
              first={i === 0}
              last={i === jobs.length - 1}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Empty() {
  return (
    <div className="mx-auto max-w-md py-20 text-center">
      <svg viewBox="0 0 240 90" className="mx-auto mb-4 w-60" aria-hidden>
        <path d="M8 62C60 40 150 66 232 34" fill="none" strokeWidth="9" strokeLinecap="round" className="stroke-bark" />
        <path
          d="M86 52q4 -26 26 -36M150 50q14 16 34 20"
          fill="none"
          strokeWidth="4"
          strokeLinecap="round"
          className="stroke-line"
        />
        <path d="M112 16q14 -6 20 4q-10 8 -20 -4ZM184 70q14 -4 18 8q-12 4 -18 -8Z" className="fill-leaf" />
      </svg>
      <p className="text-lg">Nothing on the bench.</p>
      <p className="text-dim">A new job begins with the machine and what it does.</p>
    </div>
  );
}

/** The board's shape while it is fetched, so that nothing jumps when it comes. */
function Skeleton() {
  return (
    <div role="status" aria-label="Fetching the bench">
      <div className="mb-3 h-12 w-64 rounded-xl bg-line/60" />
      <div className="mb-4 h-11 w-full max-w-3xl rounded-xl bg-line/40" />
      <div className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {Array.from({ length: 6 }, (_, i) => (
          <div key={i} className="h-52 rounded-card bg-line/40" />
        ))}
      </div>
    </div>
  );
}
