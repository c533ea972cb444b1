import { CirclePlus } from "lucide-react";
import { Link } from "react-router";
import type { JobSummary } from "../api/types";
import { useJobs } from "../api/use-job";
import { percent } from "../ui/percent";
import { Failed, Loading } from "../ui/state";

const LANES: { title: string; waits: JobSummary["waits_for"][]; hint: string }[] = [
  { title: "While it is cold", waits: ["cold", "describe"], hint: "before the first start of the day" },
  { title: "Standing still", waits: ["stopped"], hint: "outside checks, nothing opened" },
  { title: "Running warm", waits: ["running", "just-stopped"], hint: "and just stopped" },
  { title: "On the bench", waits: ["opened"], hint: "cover off or carburetor out" },
  { title: "To mend and prove", waits: ["repair", "prove", "close", "refer"], hint: "the cause is found" },
  { title: "Closed", waits: ["closed"], hint: "" },
];

/** The shop's jobs by what they wait for now. */
export function Board() {
  const jobs = useJobs();
  if (jobs.isPending) return <Loading what="the bench" />;
  if (jobs.isError) return <Failed error={jobs.error} again={() => void jobs.refetch()} />;
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-3xl">On the bench</h1>
        <Link
          to="/new"
          className="inline-flex min-h-12 items-center gap-2 rounded-xl bg-fuel px-5 font-medium text-on-fuel no-underline hover:brightness-110"
        >
          <CirclePlus size={20} aria-hidden /> New job
        </Link>
      </div>
      {jobs.data.length === 0 ? (
        <p className="py-24 text-center text-dim">No jobs yet. A new job begins with the machine and the complaint.</p>
      ) : (
        LANES.map((lane) => <Lane key={lane.title} {...lane} jobs={jobs.data} />)
      )}
    </>
  );
}

function Lane({ title, hint, waits, jobs }: (typeof LANES)[number] & { jobs: JobSummary[] }) {
  const mine = jobs.filter((job) => waits.includes(job.waits_for));
  if (mine.length === 0) return null;
  return (
    <section className="mb-6" aria-label={title}>
      <h2 className="mb-2 flex items-baseline gap-3 border-b border-line pb-1 text-xl">
        {title} <span className="font-sans text-sm font-normal text-dim">{hint}</span>
      </h2>
      <ul className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {mine.map((job) => (
          <li key={job.id}>
            <JobCard job={job} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function JobCard({ job }: { job: JobSummary }) {
  return (
    <Link
      to={`/jobs/${job.id}`}
      className="flex h-full flex-col rounded-card border border-line bg-sheet p-4 no-underline hover:border-fuel"
    >
      <span className="flex justify-between gap-3 text-sm text-dim">
        <span>{job.machine}</span>
        <span>{job.minutes} min</span>
      </span>
      <span className="mt-1 font-display text-lg leading-tight font-semibold">{job.title}</span>
      <span className="mt-2 flex-1">
        {job.leading.map((suspect) => (
          <span key={suspect.name} className="flex items-center gap-2 text-sm text-dim">
            <span className="h-1.5 w-14 shrink-0 rounded-full bg-line">
              <span className="block h-full rounded-full bg-fuel" style={{ width: `${suspect.probability * 100}%` }} />
            </span>
            {percent(suspect.probability)} {suspect.name}
          </span>
        ))}
      </span>
      <span className="mt-3 border-t border-line pt-2">
        {job.closed_as ? `Closed: ${job.closed_as}` : `Next: ${job.next}`}
      </span>
    </Link>
  );
}
