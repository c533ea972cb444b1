import { clock } from "../ui/clock";
import { BellRing } from "lucide-react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { JobSummary } from "../api/types";
import { queries } from "../api/queries";
import { WAIT } from "../words/waiting";
import { words } from "../kept/store";
import { Button } from "../ui/button";
import { useNow } from "../ui/use-now";

/** Calls that were heard, so that they ring once. */
const hushedCalls = words("hushed");
const REMEMBERED = 50;

/** Calls when a job's waiting time is up, on whatever page one is. It looks at times, not at running clocks, so a reload loses nothing. */
export function TimerBell() {
  const jobs = useQuery(queries.jobs({ state: "waiting" }));
  const [hushed, setHushed] = useState(hushedCalls.read);
  const timed = (jobs.data?.jobs ?? []).filter((job) => job.waiting?.until && job.closed_as === null);
  const now = useNow(20_000, nextMoment(timed));
  const due = timed.filter((job) => Date.parse(job.waiting?.until ?? "") <= now && !hushed.includes(key(job)));
  if (due.length === 0) return null;
  const hush = (job: JobSummary) => {
    const all = [...hushed, key(job)].slice(-REMEMBERED);
    setHushed(all);
    hushedCalls.write(all);
  };
  return (
    <div role="alert" className="mx-auto max-w-[1500px] px-3 pt-3 sm:px-4">
      {due.map((job) => (
        <div
          key={job.id}
          className="mb-2 flex flex-wrap items-center gap-3 rounded-xl border-2 border-fuel bg-fuel-soft px-4 py-2"
        >
          <BellRing size={22} aria-hidden className="text-fuel" />
          <p className="min-w-48 flex-1">
            <strong>{job.waiting ? WAIT[job.waiting.for] : ""}: time is up.</strong>{" "}
            <Link to={`/jobs/${job.id}`}>{job.title}</Link>
          </p>
          <Button onClick={() => hush(job)}>Heard</Button>
        </div>
      ))}
    </div>
  );
}

function key(job: JobSummary): string {
  return `${job.id} ${job.waiting?.until ?? ""}`;
}

/** The next moment in the future at which one is up, in ms. */
function nextMoment(jobs: JobSummary[]): number | null {
  const times = jobs.map((job) => Date.parse(job.waiting?.until ?? "")).filter((time) => time > clock.now());
  return times.length > 0 ? Math.min(...times) : null;
}
