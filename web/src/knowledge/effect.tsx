import { Link } from "react-router";
import type { KnowledgeEffect } from "../api/types";
import { percent } from "../words/percent";

type Short = KnowledgeEffect["jobs"][number]["before"];

/** What a change would do to the jobs that are open, those that it moves first. */
export function Effect({ effect }: { effect: KnowledgeEffect }) {
  const moved = effect.jobs.filter((job) => job.moved);
  return (
    <div role="status">
      <p>
        {effect.open === 0
          ? "No job is open: it counts from the next on."
          : moved.length === 0
            ? `None of the ${effect.looked} open jobs looked at goes on differently.`
            : `${moved.length} of ${effect.looked} open jobs would go on differently:`}
        {effect.looked < effect.open && <span className="text-dim"> {effect.open - effect.looked} more are open.</span>}
      </p>
      <ul className="mt-2 grid gap-2">
        {moved.map((job) => (
          <li key={job.id} className="rounded-xl border border-line bg-raised px-3 py-2">
            <Link to={`/jobs/${job.id}`} className="inline-flex min-h-11 items-center underline">
              {job.title}
            </Link>
            <Line name="Next" before={job.before.next} after={job.after.next} />
            <Line name="Suspected" before={suspects(job.before)} after={suspects(job.after)} />
          </li>
        ))}
      </ul>
    </div>
  );
}

function Line({ name, before, after }: { name: string; before: string; after: string }) {
  return (
    <p className="text-[15px] leading-snug">
      <span className="text-dim">{name}: </span>
      {before === after ? (
        after
      ) : (
        <>
          <del className="text-dim">{before}</del> <ins className="font-semibold no-underline">{after}</ins>
        </>
      )}
    </p>
  );
}

function suspects(job: Short): string {
  return job.leading.map((one) => `${one.name} ${percent(one.probability)}`).join(", ") || "nobody in particular";
}
