import { useState, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import { entry } from "../../api/entries";
import type { Job } from "../../api/types";
import { useAway } from "../../kept/signal";
import { useKeys } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { useDesk } from "../desk";
import { RepairDialog } from "../sheets/repair-dialog";
import { Alternatives } from "./alternatives";
import { AskPanel } from "./ask-panel";
import { CheckPanel } from "./check-panel";
import { ClosePanel } from "./close-panel";
import { DescribePanel } from "./describe-panel";
import { GatePanel } from "./gate-panel";
import { NonePanel } from "./none-panel";
import { ProofPanel } from "./proof-panel";
import { RecreatePanel } from "./recreate-panel";
import { RepairPanel } from "./repair-panel";
import { SettlePanel } from "./settle-panel";
import { TaskPanel } from "./task-panel";
import { TrialPanel } from "./trial-panel";
import { useStepFocus } from "./use-step-focus";

/**
 * The one next step, large. The address may name another check (?check=, for one version of the job). Another check can be taken
 * instead; a repair can be done at any time.
 */
export function NextCard() {
  const { job, catalogue, parcels, add } = useDesk();
  const away = useAway();
  const { trace } = job;
  const [place, setPlace] = useSearchParams();
  const [repairing, setRepairing] = useState(false);
  useKeys("The step", [["r", "Repair instead", () => setRepairing(true)]], trace.closing === null);
  const picked = stillPicked(place, job);
  const checkId = picked ?? trace.next.check?.id ?? null;
  const check = catalogue.checks.find((row) => row.id === checkId);
  const option = [trace.next.check, ...trace.next.alternatives].find((row) => row?.id === checkId) ?? null;
  const pick = (id: string) => setPlace({ check: id, at: String(job.version) }, { replace: true });
  // Answered while no server answers: what comes next stands on the sheet that was planned ahead.
  const answered =
    away &&
    parcels.some(
      ({ content }) =>
        content.kind === "entry" && content.entry.kind === "check" && content.entry.data.check === checkId,
    );
  const card = useStepFocus(job.version);
  return (
    <div ref={card} className="contents">
      <p role="status" className="sr-only">
        {spoken(job, check?.name)}
      </p>
      {!answered && (
        <Card aria-label="Next step" className="border-2! border-fuel! p-5!">
          {check ? (
            <CheckPanel key={check.id} check={check} option={option} reason={picked ? null : trace.next.reason} />
          ) : (
            <Panel kind={trace.next.kind} />
          )}
          {picked && (
            <Button look="quiet" className="mt-2" onClick={() => setPlace({}, { replace: true })}>
              Back to the recommended step
            </Button>
          )}
        </Card>
      )}
      {trace.closing === null && (
        <Alternatives
          current={checkId}
          onPick={pick}
          onRepair={() => setRepairing(true)}
          onRecord={(symptom, seen) => void add(entry("symptom", { symptom, seen, asked: trace.findings.length > 0 }))}
        />
      )}
      <RepairDialog open={repairing} onOpenChange={setRepairing} />
    </div>
  );
}

/** Entries that answer nothing: a check chosen by hand stays chosen over them. */
const BESIDE = new Set(["caution", "gate", "note", "photo", "put_back", "removed", "refitted", "limits", "wait"]);

/** The check chosen by hand, until something was answered or done since. */
function stillPicked(place: URLSearchParams, job: Job): string | null {
  const at = Number(place.get("at") ?? job.version);
  const since = job.entries.slice(at, job.version);
  const stays = since.length === job.version - at && since.every((one) => BESIDE.has(one.kind));
  return stays ? place.get("check") : null;
}

/** What stands in the place of the step when it is no check. */
function Panel({ kind }: { kind: Job["trace"]["next"]["kind"] }) {
  const Shown = PANEL[kind];
  return <Shown />;
}

/** A check the catalogue of this page does not know yet leaves room to take another. */
const PANEL: Record<Job["trace"]["next"]["kind"], () => ReactNode> = {
  describe: DescribePanel,
  settle: SettlePanel,
  gate: GatePanel,
  ask: AskPanel,
  check: DescribePanel,
  trial: TrialPanel,
  task: TaskPanel,
  repair: RepairPanel,
  refer: RepairPanel,
  prove: ProofPanel,
  recreate: RecreatePanel,
  close: ClosePanel,
  none: NonePanel,
};

/** For ears: what was recorded last, and what comes next. The place it stands in stays, so that a change in it is read out. */
function spoken(job: Job, check: string | undefined): string {
  const { next, findings, closing } = job.trace;
  if (closing) return `Closed: ${closing.as}.`;
  const last = findings.at(-1);
  const named =
    check ?? next.repair?.name ?? next.proof?.name ?? next.recreate?.way_name ?? next.trial?.name ?? next.task?.do;
  const step = named ?? next.gate?.ask ?? (next.ask && `is it so? ${next.ask.name}`) ?? next.reason;
  return `${last ? `${last.says}. ` : ""}Next: ${step}`;
}
