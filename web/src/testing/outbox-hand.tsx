import { useEffect } from "react";
import type { Outbox } from "../outbox/outbox";
import { useOutbox } from "../outbox/use-outbox";

/** Gives a test the outbox of the page that is drawn, and says how many parcels lie in it. */
export function OutboxHand({ on }: { on: (outbox: Outbox) => void }) {
  const { outbox, parcels } = useOutbox();
  useEffect(() => on(outbox), [outbox, on]);
  return <output>{parcels.length}</output>;
}
