import type { ReactNode } from "react";
import { vi } from "vitest";
import type { Catalogue, Job, NewEntry } from "../api/types";
import { DeskProvider } from "../bench/desk";
import type { Outbox } from "../outbox/outbox";
import type { Parcel } from "../outbox/types";
import { draw } from "./render";
import { catalogue, job } from "./samples";

/** Draws a piece of the bench with a job on the desk. sent: what was recorded, in order */
export function atDesk(
  what: ReactNode,
  on: { job?: Job; catalogue?: Catalogue; parcels?: Parcel[]; at?: string } = {},
) {
  const sent: NewEntry[] = [];
  const desk = {
    job: on.job ?? job(),
    catalogue: on.catalogue ?? catalogue(),
    parcels: on.parcels ?? [],
    outbox: null as unknown as Outbox,
    add: vi.fn((...entries: NewEntry[]) => Promise.resolve(void sent.push(...entries))),
  };
  return { sent, ...draw(<DeskProvider value={desk}>{what}</DeskProvider>, on.at) };
}
