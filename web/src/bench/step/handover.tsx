import type { NextStep } from "../../api/types";
import { percent } from "../../words/percent";

/** What goes with a job that is handed on: what is cleared, and what is left. */
export function Handover({ handover }: { handover: NonNullable<NextStep["handover"]> }) {
  return (
    <div className="mt-3 rounded-xl border border-line bg-ground p-3 text-[15px]">
      <h3 className="text-base">What goes with it</h3>
      <p className="mt-1">
        <span className="text-leaf">Cleared:</span>{" "}
        {handover.cleared.length > 0 ? handover.cleared.join(", ").toLowerCase() : "nothing yet"}
      </p>
      <p className="mt-1">
        <span className="text-fuel">Left:</span>{" "}
        {handover.left.length > 0
          ? handover.left.map((row) => `${row.name} ${percent(row.probability)}`).join(", ")
          : "nothing of this catalogue"}
      </p>
    </div>
  );
}
