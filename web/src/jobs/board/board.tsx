import {
  closestCenter,
  DndContext,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import { rectSortingStrategy, SortableContext, useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { CirclePlus } from "lucide-react";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { JobSummary } from "../../api/types";
import { useKeys } from "../../keys/use-keys";
import { useLiveBoard } from "../../live/use-live";
import { Button } from "../../ui/button";
import { Failed } from "../../ui/state";
import { useNow } from "../../ui/use-now";
import { WhenSeen } from "../../ui/when-seen";
import { JobCard } from "./job-card";
import { landing, LANES, laneOf, matches, moved, waitsOf, type LaneId } from "./lanes";
import { TakeIn } from "./take-in";
import { useBoard, useClosed } from "./use-board";

/** The shop's jobs by what they wait for now. They can be searched, narrowed to a lane, and laid in the shop's own order. */
export function Board() {
  useLiveBoard();
  const now = useNow(15_000);
  const [text, setText] = useState("");
  const [lane, setLane] = useState<LaneId | null>(null);
  const { query, jobs, more, counts, arrange } = useBoard(text, lane);
  useKeys("The bench", [["Alt ↑ ↓", "Move the job that has the focus within its lane"]]);
  if (query.isPending) return <Skeleton />;
  if (query.isError && !query.data) return <Failed error={query.error} again={() => void query.refetch()} />;
  const found = jobs.filter((job) => matches(job, text));
  const count = (id: LaneId) => waitsOf(id).reduce((sum, waits) => sum + (counts[waits] ?? 0), 0);
  const put = (id: string, before: string | null) => arrange(moved(jobs, id, before));
  const nothing = LANES.every((row) => count(row.id) === 0);
  return (
    <>
      <div className="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
        <h1 className="text-3xl">On the bench</h1>
        <label className="max-sm:order-last max-sm:w-full sm:ml-auto">
          <span className="sr-only">Search the board</span>
          <input
            type="search"
            placeholder="Machine, suspect, step"
            value={text}
            onChange={(event) => setText(event.target.value)}
            className="min-h-12 w-full rounded-xl border-2 border-edge bg-raised px-3 sm:w-72"
          />
        </label>
        <Link
          to="/new"
          className="inline-flex min-h-12 items-center gap-2 rounded-xl bg-fuel px-5 font-medium text-on-fuel no-underline hover:brightness-110 max-sm:ml-auto"
        >
          <CirclePlus size={20} aria-hidden /> New job
        </Link>
      </div>
      {nothing && text === "" ? (
        <Empty />
      ) : (
        <>
          <div
            role="group"
            aria-label="Show only"
            className="mb-4 flex gap-1.5 max-sm:-mx-3 max-sm:overflow-x-auto max-sm:px-3 max-sm:pb-1 sm:flex-wrap"
          >
            {LANES.map((row) => (
              <Button
                key={row.id}
                aria-pressed={lane === row.id}
                disabled={count(row.id) === 0 && lane !== row.id}
                className="shrink-0 px-3! text-[15px] aria-pressed:border-fuel aria-pressed:bg-fuel-soft"
                onClick={() => setLane(lane === row.id ? null : row.id)}
              >
                {row.title} <span className="text-dim tabular-nums">{count(row.id)}</span>
              </Button>
            ))}
          </div>
          {LANES.filter((row) => row.id !== "closed" && (lane === null || lane === row.id)).map((row) => (
            <Lane
              key={row.id}
              {...row}
              now={now}
              jobs={found.filter((job) => laneOf(job, now) === row.id)}
              onPut={put}
            />
          ))}
          {lane !== "closed" && query.hasNextPage && <More query={query} />}
          {(lane === "closed" || (lane === null && !more && count("closed") > 0)) && <Closed text={text} now={now} />}
          {found.length === 0 && !more && count("closed") === 0 && (
            <p className="py-16 text-center text-dim">No job has all of these words.</p>
          )}
        </>
      )}
      <TakeIn />
    </>
  );
}

/**
 * The next page, fetched when its place comes near. Watched anew with every answer: where the board was asked anew in the moment the page
 * was, that page never came, and it has not been seen to come near again.
 */
function More({ query }: { query: ReturnType<typeof useBoard>["query"] }) {
  const busy = query.isFetchingNextPage;
  const more = () => void query.fetchNextPage();
  return (
    <WhenSeen key={`${busy} ${query.dataUpdatedAt}`} onSeen={() => !busy && !query.isFetchNextPageError && more()}>
      <Button look="quiet" className="w-full" disabled={busy} onClick={more}>
        {busy ? "Fetching more ..." : query.isFetchNextPageError ? "It did not come. Try again" : "More"}
      </Button>
    </WhenSeen>
  );
}

/** Closed jobs: not moved about any more, and fetched only when somebody comes down to them. */
function Closed({ text, now }: { text: string; now: number }) {
  const [looked, setLooked] = useState(false);
  const { query, jobs } = useClosed(text, looked);
  return (
    <section className="mb-6" aria-label="Closed">
      <WhenSeen onSeen={() => setLooked(true)}>
        <h2 className="mb-2 border-b border-line pb-1 text-xl">Closed</h2>
      </WhenSeen>
      {!looked && (
        <Button look="quiet" onClick={() => setLooked(true)}>
          Show them
        </Button>
      )}
      <ul className={LIST}>
        {jobs.map((job) => (
          <li key={job.id} className={SEEN}>
            <JobCard job={job} now={now} />
          </li>
        ))}
      </ul>
      {looked && query.hasNextPage && <More query={query} />}
    </section>
  );
}

const LIST = "grid gap-3 sm:grid-cols-2 xl:grid-cols-3";
/** Cards out of sight are not laid out; the room round the card keeps its focus ring whole. */
const SEEN = "-m-1 p-1 [contain-intrinsic-size:auto_210px] [content-visibility:auto]";

function Lane(props: {
  title: string;
  hint: string;
  now: number;
  jobs: JobSummary[];
  onPut: (id: string, before: string | null) => void;
}) {
  const { jobs } = props;
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 8 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  if (jobs.length === 0) return null;
  const ids = jobs.map((job) => job.id);
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) props.onPut(String(active.id), landing(ids, String(active.id), String(over.id)));
  };
  const step = (i: number, by: -1 | 1) => {
    const [id, target] = [ids[i], ids[i + by]];
    if (id && target) props.onPut(id, landing(ids, id, target));
  };
  return (
    <section className="mb-6" aria-label={props.title}>
      <h2 className="mb-2 flex items-baseline gap-3 border-b border-line pb-1 text-xl">
        {props.title} <span className="font-sans text-sm font-normal text-dim">{props.hint}</span>
      </h2>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={ids} strategy={rectSortingStrategy}>
          <ul className={LIST}>
            {jobs.map((job, i) => (
              <Laid key={job.id} id={job.id}>
                <JobCard
                  job={job}
                  now={props.now}
                  onEarlier={() => step(i, -1)}
                  onLater={() => step(i, 1)}
                  first={i === 0}
                  last={i === jobs.length - 1}
                />
              </Laid>
            ))}
          </ul>
        </SortableContext>
      </DndContext>
    </section>
  );
}

/** A card that can be dragged with the mouse, or with a finger held on it. The keyboard has keys of its own. */
function Laid({ id, children }: { id: string; children: ReactNode }) {
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      {...listeners}
      style={{ transform: CSS.Translate.toString(transform), ...(transition && { transition }) }}
      className={`${SEEN} ${isDragging ? "z-10 opacity-80" : ""}`}
    >
      {children}
    </li>
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
