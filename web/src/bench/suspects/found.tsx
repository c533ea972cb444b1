import { Wrench } from "lucide-react";
import { entry } from "../../api/entries";
import type { Defect } from "../../api/types";
import { Button } from "../../ui/button";
import { Fold } from "../../ui/fold";
import { lower } from "../../words/lower";
import { useDesk } from "../desk";
import { LeaveIt } from "./leave-it";

/** Defects seen or measured, beside the suspects: each stands until it is repaired, left with a reason, or struck out. */
export function Found({ defects }: { defects: Defect[] }) {
  return (
    <section aria-label="Found" className="mb-4 rounded-xl border-2 border-fuel p-3">
      <h2 className="flex items-center gap-2 text-xl">
        <Wrench size={20} aria-hidden className="text-fuel" /> Found
      </h2>
      <ul>
        {defects.map((defect) => (
          <Row key={`${defect.fault} ${defect.place?.id ?? ""}`} defect={defect} />
        ))}
      </ul>
    </section>
  );
}

function Row({ defect }: { defect: Defect }) {
  const { job, add } = useDesk();
  const { repair } = defect;
  return (
    <li className="border-t border-line py-1.5 first:border-t-0">
      <Fold
        title={
          <span className="block py-1">
            found: {lower(defect.name)} - <strong>mend</strong>
            {defect.place && <span className="block text-sm text-fuel">{defect.place.name}</span>}
            {defect.status === "contradicted" && (
              <span className="block text-sm text-rust">later found sound: settle it</span>
            )}
          </span>
        }
      >
        <div className="pb-2 text-sm text-dim">
          <p>{defect.says}</p>
          {repair && job.trace.closing === null && (
            <Button
              className="mt-2"
              aria-label={`Repaired: ${repair.name}`}
              onClick={() =>
                void add(entry("repair", { repair: repair.id, ...(defect.place && { place: defect.place.id }) }))
              }
            >
              Repaired <span className="text-sm text-dim">{repair.minutes} min</span>
            </Button>
          )}
          {job.trace.closing === null && <LeaveIt defect={defect} />}
        </div>
      </Fold>
    </li>
  );
}
