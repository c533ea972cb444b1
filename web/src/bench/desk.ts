import { createContext, useContext } from "react";
import type { Catalogue, Job, NewEntry } from "../api/types";
import type { Outbox } from "../outbox/outbox";
import type { Parcel } from "../outbox/types";

/** What everything on the bench works on: the job at hand, the words of the trade, and the way to add to the job. */
export type Desk = {
  job: Job;
  catalogue: Catalogue;
  /** What of this job the server has not stored yet. */
  parcels: Parcel[];
  outbox: Outbox;
  /** Resolves when there is nothing more to send now. */
  add: (...entries: NewEntry[]) => Promise<void>;
};

const Current = createContext<Desk | null>(null);

/** Lays a job on the desk for everything inside. */
export const DeskProvider = Current.Provider;

/** The desk one works at; only inside a DeskProvider. */
export function useDesk(): Desk {
  const desk = useContext(Current);
  if (!desk) throw new Error("useDesk needs a DeskProvider round it");
  return desk;
}
