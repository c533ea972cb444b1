import { useQuery } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { entry } from "../../api/entries";
import { queries } from "../../api/queries";
import type { WorkSheet } from "../../api/types";
import { useCatalogue } from "../../api/use-catalogue";
import { choice } from "../../kept/store";
import { useKeys } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { Segmented } from "../../ui/segmented";
import { Failed, Loading } from "../../ui/state";
import { DeskProvider, useDesk } from "../desk";
import { Cautions, useCautions } from "../step/cautions";
import { useJob } from "../use-job";
import { AsLeft, leftOf } from "./as-left";
import { OneStep } from "./one-step";
import { SheetFacts } from "./sheet-facts";
import { StepList } from "./step-list";
import { useProgress, type Progress } from "./use-progress";

/** The sheet of one repair, to work by: one step large at a time, or the whole list; ticks are kept. */
export function Worksheet() {
  const { id = "", repair = "" } = useParams();
  const [place] = useSearchParams();
  const catalogue = useCatalogue();
  const { query, parcels, outbox, add } = useJob(id);
  if (catalogue.isPending || query.isPending) return <Loading what="the sheet" />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  if (!query.data) return <Failed error={query.error} again={() => void query.refetch()} />;
  return (
    <DeskProvider value={{ job: query.data, catalogue: catalogue.data, parcels, outbox, add }}>
      <Fetched repair={repair} place={place.get("place") ?? ""} />
    </DeskProvider>
  );
}

function Fetched({ repair, place }: { repair: string; place: string }) {
  const { job } = useDesk();
  const { data, error, refetch } = useQuery(queries.workSheet(job, repair, place));
  if (data) return <Laid sheet={data} />;
  return error ? <Failed error={error} again={() => void refetch()} /> : <Loading what="the sheet" />;
}

const view = choice("sheet-view", ["one", "list"]);
const VIEWS = [
  { id: "one", name: "One step" },
  { id: "list", name: "Whole list" },
];

function Laid({ sheet }: { sheet: WorkSheet }) {
  const { job } = useDesk();
  const [shown, setShown] = useState(view.read);
  const progress = useProgress(`sheet.${job.id}.${sheet.repair}.${sheet.place ?? ""}.${job.trace.round}`, sheet);
  const show = (word: string) => {
    const now = word === "list" ? "list" : "one";
    view.write(now);
    setShown(now);
  };
  useKeys("This sheet", [["v", "One step, or the whole list", () => show(shown === "one" ? "list" : "one")]]);
  const { at, steps, done } = progress;
  return (
    <>
      <header className="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="min-w-0 flex-1 basis-64">
          <p className="text-sm leading-tight text-dim max-sm:line-clamp-1">
            <Link to={`/jobs/${job.id}`} className="inline-flex min-h-11 items-center underline print:min-h-0">
              {job.title}
            </Link>{" "}
            · {[sheet.machine, sheet.family].filter(Boolean).join(" · ")}
          </p>
          <h1 className="text-xl leading-tight sm:text-2xl">{sheet.name}</h1>
        </div>
        <div className="flex items-center gap-2 print:hidden">
          <Segmented label="How it is shown" value={shown} options={VIEWS} onChange={show} />
          <Button aria-label="Print the sheet" onClick={() => window.print()}>
            <Printer size={18} aria-hidden />
          </Button>
        </div>
      </header>
      <Bar done={steps.filter((step) => done.has(step.id)).length} of={steps.length} />
      <Card className="print:border-0 print:p-0!">
        {shown === "one" && at && (
          <div className="print:hidden">
            <OneStep sheet={sheet} progress={progress} step={at} />
          </div>
        )}
        <div className={shown === "one" ? "hidden print:block" : ""}>
          <p className="mb-2">{sheet.purpose}</p>
          <StepList sheet={sheet} progress={progress} />
        </div>
        {(shown === "list" || !at) && <End sheet={sheet} progress={progress} back={shown === "one"} />}
      </Card>
      <Card className="mt-3 print:border-0 print:p-0!">
        <p className={`mb-1 ${shown === "list" ? "hidden" : "print:hidden"}`}>{sheet.purpose}</p>
        {sheet.irreversible && <p className="text-rust">This cannot be undone.</p>}
        <SheetFacts sheet={sheet} />
        {sheet.left.length > 0 && (
          <Link to={`/jobs/${job.id}/set`} className="inline-flex min-h-11 items-center underline print:hidden">
            Settings in rounds: the next turn or bend, reckoned
          </Link>
        )}
        <p className="mt-2 text-sm text-dim">
          Guidance for a competent person. The maker’s data, local codes and licensed practice come first.
        </p>
      </Card>
    </>
  );
}

function Bar({ done, of }: { done: number; of: number }) {
  return (
    <div className="mb-3 flex items-center gap-3 print:hidden">
      <progress
        value={done}
        max={of}
        aria-label="Steps done"
        className="h-2.5 flex-1 appearance-none overflow-hidden rounded-full bg-line [&::-moz-progress-bar]:bg-leaf [&::-webkit-progress-bar]:bg-line [&::-webkit-progress-value]:bg-leaf"
      />
      <span className="text-sm text-dim tabular-nums">
        {done} of {of}
      </span>
    </div>
  );
}

/** After the last step: what was left set, what was not done, and the record of it. */
function End({ sheet, progress, back }: { sheet: WorkSheet; progress: Progress; back: boolean }) {
  const { job, add } = useDesk();
  const navigate = useNavigate();
  const plan = job.trace.next.repair?.id === sheet.repair ? job.trace.next.repair : null;
  const cautions = useCautions(plan?.hazards ?? []);
  const undone = progress.steps.filter((step) => !progress.done.has(step.id));
  const { left, wrong } = leftOf(sheet, progress.left);
  const record = () => {
    void add(
      entry("repair", {
        repair: sheet.repair,
        ...(sheet.place && { place: sheet.place }),
        ...(Object.keys(left).length > 0 && { left }),
        ...(undone.length > 0 && { undone: undone.map((step) => step.id) }),
      }),
    );
    progress.clear();
    void navigate(`/jobs/${job.id}`);
  };
  const again = undone[0] ?? progress.steps.at(-1);
  return (
    <section aria-label="At the end" className="space-y-4 print:hidden">
      <AsLeft sheet={sheet} progress={progress} />
      {undone.length > 0 && (
        <div>
          <h2 className="text-xl">Not ticked</h2>
          <ul className="list-disc pl-5 text-dim">
            {undone.slice(0, 5).map((step) => (
              <li key={step.id}>{step.do}</li>
            ))}
            {undone.length > 5 && <li>and {undone.length - 5} more</li>}
          </ul>
        </div>
      )}
      {sheet.proof.length > 0 && (
        <p>Then it is shown by: {sheet.proof.map((item) => item.name.replace(/\?$/, "")).join(", ")}.</p>
      )}
      <Cautions state={cautions} />
      <div className="flex flex-wrap gap-2">
        {back && again && <Button onClick={() => progress.goTo(again.id)}>Back to the steps</Button>}
        {!sheet.refers && (
          <Button
            look="fuel"
            className="flex-1"
            disabled={!cautions.read || wrong.size > 0 || job.trace.closing !== null}
            onClick={record}
          >
            {undone.length > 0 ? `Repaired, ${undone.length} steps not done` : "Repaired"}
          </Button>
        )}
      </div>
    </section>
  );
}
