import { ListChecks } from "lucide-react";
import { Link } from "react-router";
import { entry } from "../../api/entries";
import { useKeys } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { percent } from "../../words/percent";
import { Cautions, useCautions } from "./cautions";
import { useDesk } from "../desk";
import { ItTook, useTook } from "./it-took";
import { LeaveIt } from "../suspects/leave-it";
import { sheetPath } from "../worksheet/path";
import { Handover } from "./handover";

/** Time to mend: what to do, why now, what to watch out for. */
export function RepairPanel() {
  const { job, add } = useDesk();
  const plan = job.trace.next.repair;
  const cautions = useCautions(plan?.hazards ?? []);
  const fault = job.trace.faults.find((row) => row.id === plan?.id);
  const { handover } = job.trace.next;
  const place = plan?.place;
  const defect = job.trace.defects.find(
    (row) => row.status === "open" && row.fault === plan?.id && row.place?.id === place?.id,
  );
  const took = useTook();
  const done = () => {
    if (!plan || !cautions.read || took.wrong) return;
    took.clear();
    void add(entry("repair", { repair: plan.id, ...took.data, ...(place && { place: place.id }) }));
  };
  useKeys("The step", [["Enter", "Repaired", done]], plan !== null && !plan.refers);
  if (!plan) return null;
  return (
    <div>
      <p className="text-sm font-semibold text-fuel">
        {plan.refers ? "Refer out" : plan.recorded ? "Write it down" : "Repair now"}
      </p>
      <h2 className="text-[1.7rem] leading-tight">
        {plan.name}
        {place && <span className="block text-xl text-fuel">{place.name}</span>}
      </h2>
      <p className="mt-1 text-dim">{job.trace.next.reason}</p>
      {fault && <p className="mt-3">{fault.why}</p>}
      <p className="mt-3 text-lg">{plan.text}</p>
      {plan.notes?.map((note) => (
        <p key={note} className="mt-2 border-l-4 border-fuel bg-fuel-soft px-3 py-1.5">
          {note}
        </p>
      ))}
      <p className="mt-1 text-sm text-dim">
        About {plan.minutes} min with the part in reach · succeeds {percent(plan.success)}
      </p>
      {plan.irreversible && <p className="mt-2 text-rust">This cannot be undone.</p>}
      <Cautions state={cautions} />
      {!plan.recorded && (
        <Link
          to={sheetPath(job.id, plan.id, place?.id)}
          className="mt-3 flex min-h-11 items-center justify-center gap-2 rounded-xl border-2 border-edge bg-raised px-4 py-2 font-medium no-underline hover:border-fuel"
        >
          <ListChecks size={18} aria-hidden /> Work by the sheet
        </Link>
      )}
      {handover && <Handover handover={handover} />}
      {plan.refers ? (
        <Button
          look="fuel"
          className="mt-4 w-full"
          onClick={() => void add(entry("close", { as: "referred", reason: job.trace.next.reason }))}
        >
          Refer it out and close
        </Button>
      ) : (
        <Button
          look="fuel"
          className="mt-4 w-full"
          disabled={!cautions.read || took.wrong}
          onClick={done}
          aria-keyshortcuts="Enter"
        >
          Repaired
        </Button>
      )}
      {!plan.refers && <ItTook took={took} usual={plan.minutes} />}
      {defect && <LeaveIt defect={defect} />}
    </div>
  );
}
