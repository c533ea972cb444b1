import { Hourglass, Ruler, Undo2 } from "lucide-react";
import { lazy, Suspense, useMemo, useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { entry } from "../api/client";
import type { Catalogue, Job } from "../api/types";
import { useCatalogue, useJob } from "../api/use-job";
import { Branch } from "../branch/branch";
import { useOffer, type Command } from "../shell/commands";
import { useKeys, useKeySheet, useShown } from "../keys/use-keys";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { Later } from "../ui/later";
import { meets } from "../ui/needs";
import { Failed, Loading } from "../ui/state";
import { useNow } from "../ui/use-now";
import { ChangesNotice } from "./changes-notice";
import { DangerBar } from "./danger-bar";
import { LastChange } from "./last-change";
import { Ledger } from "./ledger";
import { LimbPanel } from "./limb-panel";
import { LimitsDialog } from "./limits-dialog";
import { NextCard } from "./next-card";
import { ProblemBar } from "./problem-bar";
import { PutBack } from "./put-back";
import { StateBar } from "./state-bar";
import { Suspects } from "./suspects";
import { UnsentJob } from "./unsent-job";
import { WaitDialog } from "./wait-dialog";
import { untilWords, WAIT } from "./waiting";

// The step comes first; the drawing beside it may follow a moment later, into a place kept free for it.
const Section = lazy(() => import("../section/section").then((part) => ({ default: part.Section })));

/** The main view: the one next step, the branch, what was found and what it did, who is suspected and why. */
export function TraceView() {
  const { id = "" } = useParams();
  const catalogue = useCatalogue();
  const job = useJob(id);
  if (job.parcels.some((one) => one.content.kind === "job") && !job.query.data)
    return <UnsentJob parcels={job.parcels} outbox={job.outbox} catalogue={catalogue.data} />;
  if (catalogue.isPending || job.query.isPending) return <Loading what="the job" />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  if (!job.query.data) return <Failed error={job.query.error} again={() => void job.query.refetch()} />;
  return <Loaded job={job.query.data} catalogue={catalogue.data} desk={job} />;
}

export type Desk = ReturnType<typeof useJob>;

function Loaded({ job, catalogue, desk }: { job: Job; catalogue: Catalogue; desk: Desk }) {
  const [circuit, setCircuit] = useState<string | null>(null);
  const [sheet, setSheet] = useState<"limits" | "wait" | null>(null);
  const [place, setPlace] = useSearchParams();
  const { trace } = job;
  const last = job.entries.findLast((one) => !one.struck && one.kind !== "strike" && one.kind !== "machine");
  const undo = () => {
    if (last) void desk.add(entry("strike", { entry: last.id }));
  };
  const shown = useShown();
  const [, setKeySheet] = useKeySheet();
  useKeys("This job", [
    ["u", "Undo the last entry", undo],
    ["l", "Limits of this job", () => setSheet("limits")],
    ["w", "Put it aside, with a timer", () => setSheet("wait")],
  ]);
  useOffer(useTraceCommands(job, catalogue, setPlace, setSheet));
  const machine = job.entries.findLast((one) => one.kind === "machine" && !one.struck);
  const features = useMemo(() => new Set(trace.machine.features), [trace.machine.features]);
  const current =
    place.get("check") ?? trace.next.check?.id ?? (trace.next.proof?.kind === "check" ? trace.next.proof.id : null);
  const open = (name: typeof sheet) => (on: boolean) => setSheet(on ? name : null);
  return (
    <>
      <header className="mb-3 flex items-center justify-between gap-x-6 gap-y-2 max-lg:flex-wrap">
        <div className="min-w-0">
          <p className="text-sm leading-tight text-dim">
            {[...new Set([String(machine?.data.name ?? trace.machine.name), trace.machine.name])].join(" · ")}
          </p>
          <h1 className="line-clamp-1 text-xl leading-tight sm:line-clamp-2">{job.title}</h1>
        </div>
        <div className="flex items-center gap-2 max-lg:flex-wrap lg:shrink-0">
          <StateBar trace={trace} desk={desk} />
          <Button onClick={() => setSheet("limits")} aria-keyshortcuts={shown("l")} aria-label="Limits">
            <Ruler size={18} aria-hidden /> <span className="sr-only">Limits</span>
          </Button>
          <Button onClick={() => setSheet("wait")} aria-keyshortcuts={shown("w")} aria-label="Put it aside">
            <Hourglass size={18} aria-hidden /> <span className="sr-only">Put aside</span>
          </Button>
          <Button onClick={undo} disabled={!last} aria-keyshortcuts={shown("u")}>
            <Undo2 size={18} aria-hidden /> Undo
          </Button>
          <Button look="quiet" onClick={() => setKeySheet(true)} aria-label="Keys" aria-keyshortcuts={shown("?")}>
            ?
          </Button>
        </div>
      </header>
      <ProblemBar parcels={desk.parcels} outbox={desk.outbox} catalogue={catalogue} />
      <DangerBar job={job} catalogue={catalogue} />
      {trace.waiting && <WaitingBar waiting={trace.waiting} onOpen={() => setSheet("wait")} />}
      <PutBack job={job} desk={desk} />
      {job.catalogue_changed && <ChangesNotice changes={job.catalogue_changes} />}
      <div className="grid gap-3 lg:grid-cols-[minmax(400px,5fr)_7fr]">
        <div className="contents content-start gap-3 lg:grid">
          <NextCard job={job} catalogue={catalogue} desk={desk} />
        </div>
        <div className="contents min-w-0 content-start gap-3 lg:grid">
          <Later fallback={<Card className="order-2 aspect-[860/440] lg:order-none" />}>
            <Card className="order-2 p-2! sm:p-3! lg:order-none">
              <LastChange job={job} />
              <Branch trace={trace} circuits={catalogue.circuits} chosen={circuit} onChoose={setCircuit} />
            </Card>
            {circuit && (
              <div className="order-2 lg:order-none">
                <LimbPanel job={job} catalogue={catalogue} circuit={circuit} onClose={() => setCircuit(null)} />
              </div>
            )}
            <div className="order-4 grid items-start gap-3 md:grid-cols-[3fr_2fr] lg:order-none lg:grid-cols-2">
              <Card aria-label="Section" className="min-w-0">
                <Suspense fallback={<div className="aspect-[584/600]" />}>
                  <Section
                    family={trace.machine.family}
                    features={features}
                    catalogue={catalogue}
                    faults={trace.faults}
                    check={current}
                    cold={trace.state.engine === "cold"}
                  />
                </Suspense>
              </Card>
              <Suspects trace={trace} />
              <div className="md:col-span-2">
                <Ledger job={job} catalogue={catalogue} desk={desk} />
              </div>
            </div>
          </Later>
        </div>
      </div>
      <LimitsDialog
        open={sheet === "limits"}
        onOpenChange={open("limits")}
        job={job}
        catalogue={catalogue}
        desk={desk}
      />
      <WaitDialog open={sheet === "wait"} onOpenChange={open("wait")} job={job} desk={desk} />
    </>
  );
}

/** What the trace offers to the palette: every check of this machine, and what else can be done here. */
function useTraceCommands(
  job: Job,
  catalogue: Catalogue,
  setPlace: ReturnType<typeof useSearchParams>[1],
  setSheet: (sheet: "limits" | "wait") => void,
): Command[] {
  const { version } = job;
  const family = job.trace.machine.features.join();
  return useMemo(() => {
    const features = new Set(family.split(","));
    const checks = catalogue.checks.filter((check) => meets(check.needs, features));
    return [
      ...checks.map((check) => ({
        name: check.name,
        kind: "Take this check",
        act: () => setPlace({ check: check.id, at: String(version) }, { replace: true }),
      })),
      { name: "Limits of this job", kind: "Here", act: () => setSheet("limits") },
      { name: "Put the job aside", kind: "Here", act: () => setSheet("wait") },
    ];
  }, [catalogue, family, version, setPlace, setSheet]);
}

function WaitingBar({ waiting, onOpen }: { waiting: NonNullable<Job["trace"]["waiting"]>; onOpen: () => void }) {
  const now = useNow(1000);
  return (
    <section
      aria-label="Waiting"
      className="mb-3 flex flex-wrap items-center gap-3 rounded-card border border-fuel bg-fuel-soft px-4 py-2"
    >
      <Hourglass size={20} aria-hidden className="text-fuel" />
      <p className="flex-1">
        <strong>{WAIT[waiting.for]}</strong> {untilWords(waiting.until, now)}
        {waiting.text ? `. ${waiting.text}` : ""}
      </p>
      <Button onClick={onOpen}>Change</Button>
    </section>
  );
}
