import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { queries } from "../../api/queries";
import type { Visit } from "../../api/types";
import { Card } from "../../ui/card";
import { Fold } from "../../ui/fold";
import { day } from "../../words/day";
import { useDesk } from "../desk";

/** What was done to this machine before: the first thing one asks. Nothing where it has not been here. */
export function Visits() {
  const { job } = useDesk();
  const { data } = useQuery(queries.visits(job.id));
  if (!data || data.visits.length === 0) return null;
  return (
    <Card aria-label="This machine before">
      <h2 className="flex flex-wrap items-baseline justify-between gap-x-4 text-xl">
        This machine before
        {data.machine && (
          <Link to={`/machines/${data.machine}`} className="inline-flex min-h-11 items-center text-base underline">
            Its record
          </Link>
        )}
      </h2>
      <ul>
        {data.visits.map((visit, i) => (
          <li key={visit.id} className="border-t border-line">
            <Fold open={i === 0} title={<Head visit={visit} />}>
              <Told visit={visit} />
            </Fold>
          </li>
        ))}
      </ul>
    </Card>
  );
}

function Head({ visit }: { visit: Visit }) {
  return (
    <>
      <span className="block pt-2">{visit.title}</span>
      <span className="block pb-1 text-sm text-dim">
        {day(visit.begun)} · {visit.outcome.says}
      </span>
    </>
  );
}

function Told({ visit }: { visit: Visit }) {
  return (
    <div className="pb-2 text-[15px]">
      {visit.done.length > 0 && <p>Done: {visit.done.join("; ")}.</p>}
      {visit.left.map((row) => (
        <p key={row.name}>
          {row.name} left at {row.value} {row.unit}
        </p>
      ))}
      {visit.settings.map((row) => (
        <p key={row.name}>
          {row.name}, as left: {row.left}
        </p>
      ))}
      {visit.open.map((row) => (
        <p key={row.name} className="text-fuel">
          {row.name}: {row.reason}
        </p>
      ))}
      <Link to={`/jobs/${visit.id}`} className="inline-flex min-h-11 items-center underline">
        Open that job
      </Link>
    </div>
  );
}
