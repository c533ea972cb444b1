import type { Ahead } from "../../api/types";
import type { Parcel } from "../../outbox/types";

export type Planned = Ahead["answers"][number]["next"];

/**
 * Where the sheet leads after what was entered and not sent yet: the step planned behind the last answer, null where an answer is not
 * on the sheet, undefined where nothing of it was entered.
 */
export function plannedAfter(sheet: Ahead | null, parcels: Parcel[]): Planned | null | undefined {
  let left: Ahead | null = sheet;
  let planned: Planned | null | undefined;
  for (const { content } of parcels) {
    if (content.kind !== "entry" || content.entry.kind !== "check") continue;
    const { check, outcomes } = content.entry.data;
    const row =
      left?.check === check
        ? left.answers.find((one) => outcomes?.length === 1 && one.outcome === outcomes[0])
        : undefined;
    if (!row) return null;
    planned = row.next;
    left = planned.ahead ?? null;
  }
  return planned;
}
