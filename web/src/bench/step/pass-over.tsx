import { entry } from "../../api/entries";
import type { NextStep } from "../../api/types";
import { Button } from "../../ui/button";
import { Fold } from "../../ui/fold";
import { ReasonForm } from "../../ui/reason-form";
import { useDesk } from "../desk";

/** A check that cannot be done on this machine: with the reason it is passed over until the next repair. */
export function PassOver({ check }: { check: string }) {
  const { add, parcels } = useDesk();
  const waiting = parcels.some(
    ({ content }) =>
      content.kind === "entry" && content.entry.kind === "passed_over" && content.entry.data.check === check,
  );
  if (waiting)
    return <p className="py-2 text-sm text-dim">Passed over. What comes instead is asked for once that is stored.</p>;
  return (
    <Fold className="text-sm text-dim" title="It cannot be done here">
      <ReasonForm
        label="What is in the way? It counts for nothing, and the next best is asked for."
        button="Pass it over"
        onReason={(reason) => void add(entry("passed_over", { check, reason }))}
      />
    </Fold>
  );
}

/** In a practice, where its engine gives nothing to read: the reason is known. */
export function PassUnreadable({ check }: { check: string }) {
  const { add } = useDesk();
  return (
    <Button
      className="mt-2 w-full"
      onClick={() => void add(entry("passed_over", { check, reason: "it does not run by itself for it" }))}
    >
      Pass it over
    </Button>
  );
}

/** What was passed over, each with its reason; it can be done after all. */
export function PassedOver({ rows, onPick }: { rows: NextStep["passed_over"]; onPick: (check: string) => void }) {
  if (rows.length === 0) return null;
  return (
    <Fold className="mt-3 text-dim" title={`Could not be done (${rows.length})`}>
      <ul className="space-y-2">
        {rows.map((row) => (
          <li key={row.id}>
            <Button className="text-[15px]" onClick={() => onPick(row.id)}>
              {row.name}
            </Button>
            <p className="text-sm text-dim">{row.reason}</p>
          </li>
        ))}
      </ul>
    </Fold>
  );
}
