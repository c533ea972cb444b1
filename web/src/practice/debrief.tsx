import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { queries } from "../api/queries";
import type { Catalogue, Debrief as Told, Job } from "../api/types";
import { useCatalogue } from "../api/use-catalogue";
import { Section } from "../section/later";
import { Card } from "../ui/card";
import { Failed, Loading } from "../ui/state";
import { lower } from "../words/lower";
import { Road } from "./road";

/** After a practice: what was wrong, the road that was taken beside the planner's, and what decided it. */
export function DebriefPage() {
  const { id = "" } = useParams();
  const job = useQuery(queries.job(id));
  const practice = useQuery(queries.practiceOfJob(id));
  const catalogue = useCatalogue();
  if (job.isPending || practice.isPending || catalogue.isPending) return <Loading what="the debrief" />;
  if (job.isError) return <Failed error={job.error} again={() => void job.refetch()} />;
  if (practice.isError) return <Failed error={practice.error} again={() => void practice.refetch()} />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  const { debrief } = practice.data;
  if (!debrief)
    return (
      <p>
        This practice is not over. <Link to={`/jobs/${id}`}>Back to it</Link>
      </p>
    );
  return (
    <>
      <h1 className="text-3xl">{debrief.found ? "Found" : "Not found"}</h1>
      <p className="mb-3 text-dim">
        {job.data.title}. <Link to="/practice">Practise another</Link> ·{" "}
        <Link to={`/jobs/${id}`}>The job as it was worked on</Link>
      </p>
      {debrief.fooled && <p className="mb-3 border-l-4 border-rust bg-rust-soft px-3 py-2">{debrief.fooled}</p>}
      <Minutes debrief={debrief} />
      <div className="mt-3 grid items-start gap-3 lg:grid-cols-2">
        <div className="grid gap-3">
          <Truth debrief={debrief} />
          <Decisive debrief={debrief} />
        </div>
        <Drawing job={job.data} debrief={debrief} catalogue={catalogue.data} />
      </div>
      <div className="mt-3 grid items-start gap-3 lg:grid-cols-2">
        <Road title="The road you took" steps={debrief.road} />
        <Road
          title="The planner's road"
          steps={debrief.planned.road}
          end={debrief.planned.referred ? "Handed on with what is cleared and what is left." : ""}
        />
      </div>
    </>
  );
}

const HANDED_ON = "The planner, which handed it on";

function Minutes({ debrief }: { debrief: Told }) {
  const rows = [
    [debrief.found ? "You" : "You, and not found", debrief.minutes],
    [debrief.planned.referred ? HANDED_ON : "The planner, to the proof", debrief.planned.minutes],
    ["The shop's list, to the fault", debrief.house],
  ] as const;
  const most = Math.max(...rows.map(([, minutes]) => minutes), 1);
  return (
    <Card aria-label="Minutes">
      <ul>
        {rows.map(([name, minutes]) => (
          <li key={name} className="grid grid-cols-[minmax(8rem,1fr)_3fr_4.5rem] items-center gap-3 py-0.5">
            <span className="leading-tight">{name}</span>
            <span className="h-3 rounded-full bg-line" aria-hidden>
              <span className="block h-full rounded-full bg-fuel" style={{ width: `${(100 * minutes) / most}%` }} />
            </span>
            <span className="text-right tabular-nums">{minutes} min</span>
          </li>
        ))}
      </ul>
      {debrief.comes_and_goes && (
        <p className="mt-1 text-dim">It comes and goes: whether a look meets it is luck, yours and the planner's.</p>
      )}
    </Card>
  );
}

function Truth({ debrief }: { debrief: Told }) {
  return (
    <Card aria-label="What was wrong">
      <h2 className="text-xl">What was wrong</h2>
      {debrief.truth.map((row, i) => (
        <div key={row.id} className={`py-2 ${i > 0 ? "border-t border-line" : ""}`}>
          <p className="font-medium">
            {row.name}{" "}
            <span className={row.mended ? "text-leaf" : "text-rust"}>{row.mended ? "mended" : "still in"}</span>
          </p>
          <p className="text-dim">{row.why}</p>
        </div>
      ))}
    </Card>
  );
}

function Decisive({ debrief }: { debrief: Told }) {
  const { decisive, missed } = debrief;
  const look = decisive ?? missed;
  return (
    <Card aria-label="What decided it">
      <h2 className="text-xl">What decided it</h2>
      {decisive ? (
        <p>
          <span className="font-medium">{decisive.name}</span> told most: {decisive.bits.toFixed(1)} bits towards what
          was wrong. Next time:
        </p>
      ) : missed ? (
        <p>
          No look did. <span className="font-medium">{missed.name}</span> shows it soonest:
        </p>
      ) : (
        <p>No look did. The planner began with: {lower(debrief.planned.road[0]?.name ?? "nothing")}.</p>
      )}
      {look && (
        <ol className="mt-1 list-decimal pl-6 marker:text-fuel">
          {look.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      )}
    </Card>
  );
}

function Drawing({ job, debrief, catalogue }: { job: Job; debrief: Told; catalogue: Catalogue }) {
  return (
    <Card aria-label="Where it was">
      <Section
        family={job.trace.machine.family}
        features={new Set(job.trace.machine.features)}
        catalogue={catalogue}
        faults={debrief.truth.map((row) => ({ part_name: row.part, blame: 1 }))}
        check={null}
        cold={false}
        odds={false}
      />
    </Card>
  );
}
