import { useState } from "react";
import { useSearchParams } from "react-router";
import { entry } from "../api/client";
import type { Catalogue, CheckOption, Job } from "../api/types";
import { useKeys } from "../keys/use-keys";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { Alternatives } from "./alternatives";
import { CheckPanel } from "./check-panel";
import { ClosePanel } from "./close-panel";
import { DescribePanel } from "./describe-panel";
import { ProofPanel } from "./proof-panel";
import { RepairPanel } from "./repair-panel";
import { RepairDialog } from "./repair-dialog";
import { useStepFocus } from "./use-step-focus";
import type { Desk } from "./trace-view";

/** The one next step, large. The address may name another check (?check=, for one version of the job). Another check can be taken instead; a repair can be done at any time. */
export function NextCard({ job, catalogue, desk }: { job: Job; catalogue: Catalogue; desk: Desk }) {
  const { trace } = job;
  const next = trace.next;
  const [place, setPlace] = useSearchParams();
  const [repairing, setRepairing] = useState(false);
  useKeys("The step", [["r", "Repair instead", () => setRepairing(true)]], trace.closing === null);
  const at = place.get("at");
  const picked = at === null || at === String(job.version) ? place.get("check") : null;
  const option = picked ? [next.check, ...next.alternatives].find((row) => row?.id === picked) : next.check;
  const checkId = picked ?? next.check?.id ?? null;
  const check = catalogue.checks.find((row) => row.id === checkId);
  const pick = (id: string) => setPlace({ check: id, at: String(job.version) }, { replace: true });
  const card = useStepFocus(job.version);
  return (
    <div ref={card} className="contents">
      <p role="status" className="sr-only">
        {spoken(job, check?.name)}
      </p>
      <Card aria-label="Next step" className="border-2! border-fuel! p-5!">
        {check ? (
          <CheckPanel
            key={check.id}
            check={check}
            option={option ?? null}
            reason={picked ? null : next.reason}
            job={job}
            catalogue={catalogue}
            desk={desk}
          />
        ) : next.kind === "repair" || next.kind === "refer" ? (
          <RepairPanel job={job} catalogue={catalogue} desk={desk} />
        ) : next.kind === "prove" ? (
          <ProofPanel job={job} catalogue={catalogue} desk={desk} />
        ) : next.kind === "close" ? (
          <ClosePanel job={job} desk={desk} />
        ) : (
          <DescribePanel />
        )}
        {picked && (
          <Button look="quiet" className="mt-2" onClick={() => setPlace({}, { replace: true })}>
            Back to the recommended step
          </Button>
        )}
      </Card>
      {trace.closing === null && (
        <Alternatives
          next={next}
          current={checkId}
          onPick={pick}
          onRepair={() => setRepairing(true)}
          onRecord={(symptom, seen) => void desk.add(entry("symptom", { symptom, seen }))}
          job={job}
          catalogue={catalogue}
        />
      )}
      <RepairDialog open={repairing} onOpenChange={setRepairing} job={job} desk={desk} />
    </div>
  );
}

/** For ears: what was recorded last, and what comes next. The place it stands in stays, so that a change in it is read out. */
function spoken(job: Job, check: string | undefined): string {
  const { next, findings, closing } = job.trace;
  if (closing) return `Closed: ${closing.as}.`;
  const last = findings.at(-1);
  const step = check ?? next.repair?.name ?? next.proof?.name ?? next.reason;
  return `${last ? `${last.says}. ` : ""}Next: ${step}.`;
}

/** Minutes of a step, with the way to it. */
export function minutesOf(option: Pick<CheckOption, "minutes" | "travel">): string {
  return option.travel > 0 ? `${option.minutes} min + ${option.travel} to get there` : `${option.minutes} min`;
}
