import { useQuery } from "@tanstack/react-query";
import { Compass } from "lucide-react";
import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { queries } from "../../api/queries";
import { useAway } from "../../kept/signal";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { useDesk } from "../desk";
import { plannedAfter, type Planned } from "./planned-ahead";

/** How long a page lies idle before it asks for what comes after: it takes the server as long as a dozen entries. */
const IDLE = 5_000;

/**
 * While no server answers: the step that was planned behind what was entered meanwhile. It moves no odds; when the server answers,
 * everything is judged, and where that leads elsewhere it is said.
 */
export function AheadPanel() {
  const { job, parcels } = useDesk();
  const [, setPlace] = useSearchParams();
  const away = useAway();
  const idle = useIdle(job.version);
  const { data } = useQuery({
    ...queries.ahead(job),
    enabled: (idle || away) && job.trace.next.check !== null && job.trace.closing === null,
  });
  const planned = away ? plannedAfter(data?.ahead ?? null, parcels) : undefined;
  const [last, setLast] = useState<{ version: number; planned: Planned } | null>(null);
  if (planned && last?.planned !== planned) setLast({ version: job.version, planned });
  if (planned === null)
    return (
      <Card aria-label="Planned ahead" className="border-2! border-edge!">
        <p>Not planned ahead: go on as you would. It is judged when the server answers.</p>
      </Card>
    );
  if (planned)
    return (
      <Card aria-label="Planned ahead" className="border-2! border-fuel! p-5!">
        <p className="flex items-center gap-1.5 text-sm font-semibold text-fuel">
          <Compass size={18} aria-hidden /> Planned ahead, while there was a signal
        </p>
        <h2 className="text-2xl leading-tight">{planned.says}</h2>
        <p className="mt-1 text-dim">{planned.reason}</p>
        {planned.check && (
          <Button
            look="fuel"
            className="mt-3"
            onClick={() => setPlace({ check: planned.check ?? "", at: String(job.version) }, { replace: true })}
          >
            Take it
          </Button>
        )}
      </Card>
    );
  if (away || !last || last.version === job.version || same(last.planned, job.trace.next)) return null;
  return (
    <Card aria-label="Planned ahead" className="border-2! border-edge!">
      <p role="status">It was planned: “{last.planned.says}”. With all of it judged, the step is another one.</p>
      <Button look="quiet" className="mt-1" onClick={() => setLast(null)}>
        Good
      </Button>
    </Card>
  );
}

function same(planned: Planned, next: { kind: string; check: { id: string } | null }): boolean {
  return planned.kind === next.kind && planned.check === (next.check?.id ?? null);
}

/** True once the job has stood at this version for a while. */
function useIdle(version: number): boolean {
  const [idle, setIdle] = useState<number | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setIdle(version), IDLE);
    return () => clearTimeout(timer);
  }, [version]);
  return idle === version;
}
