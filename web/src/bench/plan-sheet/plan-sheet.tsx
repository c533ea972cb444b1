import { Printer } from "lucide-react";
import { Link, useParams } from "react-router";
import type { Catalogue, Trace } from "../../api/types";
import { useCatalogue } from "../../api/use-catalogue";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { Failed, Loading } from "../../ui/state";
import { useJob } from "../use-job";

/** The plan of a job on one sheet: what to look at and do, with what limits, and room to write. */
export function PlanSheet() {
  const { id = "" } = useParams();
  const catalogue = useCatalogue();
  const { query } = useJob(id);
  if (catalogue.isPending || query.isPending) return <Loading what="the plan" />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  if (!query.data) return <Failed error={query.error} again={() => void query.refetch()} />;
  const { trace, title } = query.data;
  const back = (
    <Link to={`/jobs/${id}`} className="mr-auto inline-flex min-h-11 items-center underline">
      Back to the job
    </Link>
  );
  if (!trace.plan)
    return (
      <>
        {back}
        <p className="py-10 text-center">This job traces a complaint: it has no plan.</p>
      </>
    );
  return (
    <>
      <div className="mb-3 flex items-center gap-3 print:hidden">
        {back}
        <Button onClick={() => window.print()}>
          <Printer size={18} aria-hidden /> Print
        </Button>
      </div>
      <Card className="mx-auto max-w-[60rem] p-6! print:max-w-none print:border-0 print:p-0!">
        <p className="text-dim">{[trace.machine.called, trace.machine.name, title].filter(Boolean).join(" \u00b7 ")}</p>
        <h1 className="text-3xl leading-tight">{trace.plan.name}</h1>
        <p>{trace.plan.says}</p>
        <ol className="mt-3">
          {trace.plan.steps.map((step, i) => (
            <Row key={step.id} step={step} number={i + 1} trace={trace} catalogue={catalogue.data} />
          ))}
        </ol>
        {trace.plan.due && <p className="mt-4">Due again: {trace.plan.due}</p>}
        <p className="mt-5">Done by ______________________ on ______________</p>
        <p className="mt-4 border-t border-line pt-2 text-sm text-dim">
          Guidance for a competent person. The maker’s data, local codes and licensed practice come first.
        </p>
      </Card>
    </>
  );
}

type Step = NonNullable<Trace["plan"]>["steps"][number];

function Row(props: { step: Step; number: number; trace: Trace; catalogue: Catalogue }) {
  const { step, trace, catalogue } = props;
  const check = step.kind === "check" ? catalogue.checks.find((row) => row.id === step.id) : undefined;
  const steps = (check && trace.machine.schools[check.id]?.steps) ?? check?.steps ?? [];
  const limit = check && trace.machine.readings[check.id];
  // What was found stands there already; it begins with the name of the check, which stands beside it.
  const told = trace.findings.filter((row) => row.kind === "check" && row.id === step.id).at(-1)?.says;
  const found = told?.split(": ").slice(1).join(": ");
  const hazards = (check?.hazards ?? []).flatMap((id) => catalogue.hazards.find((row) => row.id === id)?.name ?? []);
  return (
    <li className="grid break-inside-avoid grid-cols-[auto_1fr] gap-x-3 border-t border-line py-2 sm:grid-cols-[auto_1fr_14rem] print:grid-cols-[auto_1fr_14rem]">
      <span
        aria-hidden
        className={`mt-1 grid size-5 place-items-center rounded border-2 border-ink text-sm leading-none ${step.done ? "bg-ink text-sheet" : ""}`}
      >
        {step.done && "\u2713"}
      </span>
      <div>
        <p className="font-semibold">
          {props.number}. {step.name}
          {step.done && !step.left && <span className="font-normal text-leaf"> done</span>}
          {step.left && <span className="font-normal text-dim"> left out: {step.left}</span>}
        </p>
        {steps.length > 0 && <p className="text-[15px] text-dim">{steps.join(" ")}</p>}
        {hazards.length > 0 && <p className="text-[15px] text-rust">Mind: {hazards.join(", ").toLowerCase()}.</p>}
        {limit?.cuts && (
          <p className="text-[15px]">
            Limits: {limit.cuts.join(" to ")} {check?.reading?.unit}
          </p>
        )}
      </div>
      <p className="col-start-2 sm:col-start-3 print:col-start-3">
        {found ? found : <span className="text-dim">Found: ____________________</span>}
      </p>
    </li>
  );
}
