import { useMemo, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { useCatalogue } from "../api/use-catalogue";
import { Branch } from "../branch/branch";
import { useLiveJob } from "../live/use-live";
import { Section } from "../section/later";
import { useOffer, type Command } from "../shell/commands";
import { Card } from "../ui/card";
import { Later } from "../ui/later";
import { Failed, Loading } from "../ui/state";
import { Cleared } from "./bars/cleared";
import { DangerBar } from "./bars/danger-bar";
import { JobBar, type Sheet } from "./bars/job-bar";
import { MachinePhotos } from "./bars/machine-photos";
import { MissingBar } from "./bars/missing-bar";
import { PartsOff } from "./bars/parts-off";
import { PracticeBar } from "./bars/practice-bar";
import { ProblemBar } from "./bars/problem-bar";
import { SettingsUnderWay } from "./bars/settings-under-way";
import { PutBack } from "./bars/put-back";
import { UnsentJob } from "./bars/unsent-job";
import { WaitingBar } from "./bars/waiting-bar";
import { DeskProvider, useDesk } from "./desk";
import { EnginePanel } from "./engine/engine-panel";
import { ChangesNotice } from "./ledger/changes-notice";
import { LastChange } from "./ledger/last-change";
import { Ledger } from "./ledger/ledger";
import { LimitsDialog } from "./sheets/limits-dialog";
import { WaitDialog } from "./sheets/wait-dialog";
import { AheadPanel } from "./step/ahead-panel";
import { NextCard } from "./step/next-card";
import { LimbPanel } from "./suspects/limb-panel";
import { PlanCard } from "./suspects/plan-card";
import { PlaceRow } from "./suspects/place-row";
import { SideBySide } from "./suspects/side-by-side";
import { Suspects } from "./suspects/suspects";
import { Visits } from "./suspects/visits";
import { useJob } from "./use-job";

/** The main view: the one next step, the branch, what was found and what it did, who is suspected and why. */
export function Bench() {
  const { id = "" } = useParams();
  const catalogue = useCatalogue();
  const { query, parcels, outbox, add } = useJob(id);
  if (parcels.some((one) => one.content.kind === "job") && !query.data)
    return <UnsentJob parcels={parcels} outbox={outbox} catalogue={catalogue.data} />;
  if (catalogue.isPending || query.isPending) return <Loading what="the job" />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  if (!query.data) return <Failed error={query.error} again={() => void query.refetch()} />;
  return (
    <DeskProvider value={{ job: query.data, catalogue: catalogue.data, parcels, outbox, add }}>
      <Laid />
    </DeskProvider>
  );
}

/** The bench with a job laid on it. */
function Laid() {
  const { job, catalogue, parcels, outbox } = useDesk();
  const [circuit, setCircuit] = useState<string | null>(null);
  const [sheet, setSheet] = useState<Sheet | null>(null);
  useBenchCommands(setSheet);
  const looking = useLiveJob(job.id);
  const { trace } = job;
  const open = (name: Sheet) => (on: boolean) => setSheet(on ? name : null);
  return (
    <>
      <JobBar onSheet={setSheet} looking={looking} />
      <PracticeBar />
      <ProblemBar parcels={parcels} outbox={outbox} catalogue={catalogue} />
      <MissingBar />
      <DangerBar />
      <WaitingBar onOpen={() => setSheet("wait")} />
      <PutBack />
      {job.catalogue_changed && <ChangesNotice changes={job.catalogue_changes} />}
      <div className="grid gap-3 lg:grid-cols-[minmax(400px,5fr)_7fr]">
        <div className="contents content-start gap-3 lg:grid">
          <AheadPanel />
          <NextCard />
          <EnginePanel />
          <div className="order-3 grid gap-3 empty:hidden lg:order-none">
            <Visits />
            <SettingsUnderWay />
            <PartsOff />
            <Cleared />
            <MachinePhotos />
          </div>
        </div>
        <div className="contents min-w-0 content-start gap-3 lg:grid">
          <PlanCard />
          <Later fallback={<Card className="order-2 aspect-[860/440] lg:order-none" />}>
            <Card className="order-2 p-2! sm:p-3! lg:order-none">
              <LastChange />
              <Branch trace={trace} circuits={catalogue.circuits} chosen={circuit} onChoose={setCircuit} />
            </Card>
            {circuit && (
              <div className="order-2 lg:order-none">
                <LimbPanel circuit={circuit} onClose={() => setCircuit(null)} />
              </div>
            )}
            <div className="order-4 grid items-start gap-3 md:grid-cols-[3fr_2fr] lg:order-none lg:grid-cols-2">
              <OnSection />
              <Suspects />
              <div className="grid gap-3 empty:hidden md:col-span-2">
                <SideBySide />
                <Ledger />
              </div>
            </div>
          </Later>
        </div>
      </div>
      <LimitsDialog open={sheet === "limits"} onOpenChange={open("limits")} />
      <WaitDialog open={sheet === "wait"} onOpenChange={open("wait")} />
    </>
  );
}

/** The section of this machine, with the place of the check at hand. */
function OnSection() {
  const { job, catalogue } = useDesk();
  const { trace } = job;
  const [place] = useSearchParams();
  const features = useMemo(() => new Set(trace.machine.features), [trace.machine.features]);
  const current =
    place.get("check") ?? trace.next.check?.id ?? (trace.next.proof?.kind === "check" ? trace.next.proof.id : null);
  const check = catalogue.checks.find((row) => row.id === current) ?? null;
  return (
    <Card aria-label="Section" className="min-w-0">
      <PlaceRow trace={trace} check={check} />
      <Section
        family={trace.machine.family}
        features={features}
        catalogue={catalogue}
        faults={trace.faults}
        check={check}
        cold={trace.state.engine === "cold"}
      />
      <p className="flex flex-wrap gap-x-5">
        <Link to={`/mixture?job=${job.id}`} className="flex min-h-11 items-center">
          Mixture curve of this carburetor
        </Link>
        <Link to={`/jobs/${job.id}/set`} className="flex min-h-11 items-center">
          Settings in rounds
        </Link>
        <Link to={`/jobs/${job.id}/owner`} className="flex min-h-11 items-center">
          Sheet for the owner
        </Link>
      </p>
    </Card>
  );
}

/** What the bench offers to the palette: every check of this machine, and what else can be done here. */
function useBenchCommands(setSheet: (sheet: Sheet) => void): void {
  const { job, catalogue } = useDesk();
  const [, setPlace] = useSearchParams();
  const navigate = useNavigate();
  const { id, version } = job;
  const { checks } = job.trace.machine;
  const commands = useMemo<Command[]>(
    () => [
      ...catalogue.checks
        .filter((check) => checks[check.id])
        .map((check) => ({
          name: check.name,
          kind: "Take this check",
          act: () => setPlace({ check: check.id, at: String(version) }, { replace: true }),
        })),
      { name: "Limits of this job", kind: "Here", act: () => setSheet("limits") },
      { name: "Put the job aside", kind: "Here", act: () => setSheet("wait") },
      { name: "Report for the customer", kind: "Here", act: () => void navigate(`/jobs/${id}/report`) },
      { name: "Report for the shop", kind: "Here", act: () => void navigate(`/jobs/${id}/report?for=shop`) },
      { name: "Sheet for the owner", kind: "Here", act: () => void navigate(`/jobs/${id}/owner`) },
      { name: "Settings in rounds", kind: "Here", act: () => void navigate(`/jobs/${id}/set`) },
      { name: "Mixture curve of this carburetor", kind: "Here", act: () => void navigate(`/mixture?job=${id}`) },
    ],
    [catalogue, checks, id, version, navigate, setPlace, setSheet],
  );
  useOffer(commands);
}
