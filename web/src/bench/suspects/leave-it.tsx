import { useState } from "react";
import { entry } from "../../api/entries";
import type { Defect } from "../../api/types";
import { Button } from "../../ui/button";
import { Fold } from "../../ui/fold";
import { useDesk } from "../desk";

/** A defect may be left as it is, with a reason: a job closes only when each is mended or left so. */
export function LeaveIt({ defect }: { defect: Defect }) {
  const { add } = useDesk();
  const [reason, setReason] = useState("");
  return (
    <Fold className="mt-2 text-sm text-dim" title="Leave it as it is">
      <form
        className="flex flex-wrap items-end gap-2 pb-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim()) void add(entry("waive", { fault: defect.fault, reason: reason.trim() }));
        }}
      >
        <label className="min-w-48 flex-1">
          Why?
          <input
            value={reason}
            required
            maxLength={1000}
            onChange={(event) => setReason(event.target.value)}
            className="mt-1 min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-3 text-base text-ink"
          />
        </label>
        <Button type="submit" disabled={!reason.trim()}>
          Leave it
        </Button>
      </form>
    </Fold>
  );
}
