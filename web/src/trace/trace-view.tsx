import { Ruler, Undo2 } from "lucide-react";
import { useState } from "react";
import { useParams } from "react-router";
import { entry } from "../api/client";
import type { Catalogue, Job } from "../api/types";
import { useCatalogue, useJob } from "../api/use-job";
import { Branch } from "../branch/branch";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { Failed, Loading } from "../ui/state";
import { ChangesNotice } from "./changes-notice";
import { DangerBar } from "./danger-bar";
import { Ledger } from "./ledger";
import { LimitsDialog } from "./limits-dialog";
import { NextCard } from "./next-card";
import { ProblemBar } from "./problem-bar";
import { PutBack } from "./put-back";
import { ShortcutSheet } from "./shortcut-sheet";
import { useShortcuts } from "./shortcuts";
import { StateBar } from "./state-bar";
import { Suspects } from "./suspects";

/** The main view: the one next step, the branch, what was found and what it did, who is suspected and why. */
export function TraceView() {
  const { id = "" } = useParams();
  const catalogue = useCatalogue();
  const job = useJob(id);
  if (catalogue.isPending || job.query.isPending) return <Loading what="the job" />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  if (job.query.isError) return <Failed error={job.query.error} again={() => void job.query.refetch()} />;
  return <Loaded job={job.query.data} catalogue={catalogue.data} desk={job} />;
}

export type Desk = ReturnType<typeof useJob>;

function Loaded({ job, catalogue, desk }: { job: Job; catalogue: Catalogue; desk: Desk }) {
  const [circuit, setCircuit] = useState<string | null>(null);
  const [sheet, setSheet] = useState(false);
  const [limits, setLimits] = useState(false);
  const last = job.entries.findLast((one) => !one.struck && one.kind !== "strike" && one.kind !== "machine");
  const undo = () => {
    if (last) void desk.add(entry("strike", { entry: last.id }));
  };
  useShortcuts({ u: undo, "?": () => setSheet(true), l: () => setLimits(true) });
  const machine = job.entries.findLast((one) => one.kind === "machine" && !one.struck);
  return (
    <>
      <header className="mb-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div className="min-w-0">
          <p className="text-sm text-dim">
            {String(machine?.data.name ?? job.trace.machine.name)} · {job.trace.machine.name}
          </p>
          <h1 className="text-2xl leading-tight">{job.title}</h1>
        </div>
        <div className="flex flex-wrap items-center gap-2">
          <StateBar trace={job.trace} desk={desk} />
          <Button onClick={() => setLimits(true)} aria-keyshortcuts="l">
            <Ruler size={18} aria-hidden /> Limits
          </Button>
          <Button onClick={undo} disabled={!last} aria-keyshortcuts="u">
            <Undo2 size={18} aria-hidden /> Undo
          </Button>
          <Button look="quiet" onClick={() => setSheet(true)} aria-label="Keys" aria-keyshortcuts="?">
            ?
          </Button>
        </div>
      </header>
      <ProblemBar desk={desk} />
      <DangerBar job={job} catalogue={catalogue} />
      <PutBack job={job} desk={desk} />
      {job.catalogue_changed && <ChangesNotice changes={job.catalogue_changes} />}
      <div className="grid gap-3 lg:grid-cols-[minmax(400px,5fr)_7fr]">
        <div className="contents content-start gap-3 lg:grid">
          <NextCard job={job} catalogue={catalogue} desk={desk} />
        </div>
        <div className="contents min-w-0 content-start gap-3 lg:grid">
          <Card className="order-2 p-2! sm:p-3! lg:order-none">
            <Branch trace={job.trace} circuits={catalogue.circuits} chosen={circuit} onChoose={setCircuit} />
          </Card>
          <div className="order-4 grid gap-3 md:grid-cols-2 lg:order-none">
            <Suspects
              trace={job.trace}
              circuit={circuit}
              circuits={catalogue.circuits}
              onClear={() => setCircuit(null)}
            />
            <Ledger job={job} catalogue={catalogue} desk={desk} />
          </div>
        </div>
      </div>
      <LimitsDialog open={limits} onOpenChange={setLimits} job={job} catalogue={catalogue} desk={desk} />
      <ShortcutSheet open={sheet} onOpenChange={setSheet} />
    </>
  );
}
