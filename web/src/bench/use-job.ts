import { useQuery } from "@tanstack/react-query";
import { useCallback, useMemo } from "react";
import { queries } from "../api/queries";
import type { NewEntry } from "../api/types";
import { useOutbox } from "../outbox/use-outbox";

/**
 * One job and the way to add to it: every entry goes through the outbox. parcels: what of this job the server has not stored yet.
 */
export function useJob(id: string) {
  const query = useQuery(queries.job(id));
  const { outbox, parcels } = useOutbox();
  const own = useMemo(() => parcels.filter((one) => one.job === id), [parcels, id]);
  const add = useCallback((...entries: NewEntry[]) => outbox.add(id, entries), [outbox, id]);
  return { query, add, parcels: own, outbox };
}
