import { Link } from "react-router";
import { entry } from "../../api/entries";
import { Button } from "../../ui/button";
import { Dialog } from "../../ui/dialog";
import { percent } from "../../words/percent";
import { useDesk } from "../desk";
import { sheetPath } from "../worksheet/path";

/** A repair that is done now, whatever the recommendation says: the leading ones, with what they mend. */
export function RepairDialog(props: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { job, add } = useDesk();
  const done = (id: string) => {
    void add(entry("repair", { repair: id }));
    props.onOpenChange(false);
  };
  return (
    <Dialog
      open={props.open}
      onOpenChange={props.onOpenChange}
      title="Repair"
      description="Record what was mended. What was seen before stays as evidence; afterwards it is proven."
    >
      <ul className="space-y-2">
        {job.trace.next.repairs.map((plan) => (
          <li key={plan.id} className="flex flex-wrap items-center gap-3 border-t border-line pt-2">
            <span className="min-w-52 flex-1">
              {plan.name}
              <span className="block text-sm text-dim">
                {plan.probability !== undefined && `${percent(plan.probability)} · `}
                {plan.minutes} min · {plan.text}
              </span>
            </span>
            <Link
              to={sheetPath(job.id, plan.id)}
              aria-label={`Work sheet: ${plan.name}`}
              className="inline-flex min-h-11 items-center px-2"
            >
              Sheet
            </Link>
            <Button onClick={() => done(plan.id)} aria-label={`Repaired: ${plan.name}`}>
              Repaired
            </Button>
          </li>
        ))}
        {job.trace.next.repairs.length === 0 && <li className="text-dim">Nothing stands out enough to mend yet.</li>}
      </ul>
    </Dialog>
  );
}
