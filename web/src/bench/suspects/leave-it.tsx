import { entry } from "../../api/entries";
import type { Defect } from "../../api/types";
import { Fold } from "../../ui/fold";
import { ReasonForm } from "../../ui/reason-form";
import { useDesk } from "../desk";

/** A defect may be left as it is, with a reason: a job closes only when each is mended or left so. */
export function LeaveIt({ defect }: { defect: Defect }) {
  const { add } = useDesk();
  return (
    <Fold className="mt-2 text-sm text-dim" title="Leave it as it is">
      <ReasonForm
        label="Why?"
        button="Leave it"
        onReason={(reason) => void add(entry("waive", { fault: defect.fault, reason }))}
      />
    </Fold>
  );
}
