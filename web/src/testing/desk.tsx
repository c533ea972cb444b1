import { act } from "@testing-library/react";
import { useState, type ReactNode } from "react";
import { vi } from "vitest";
import type { Catalogue, Job, NewEntry } from "../api/types";
import { DeskProvider } from "../bench/desk";
import type { Outbox } from "../outbox/outbox";
import type { Parcel } from "../outbox/types";
import { draw } from "./render";
import { catalogue, job } from "./samples";

type On = { job?: Job; catalogue?: Catalogue; parcels?: Parcel[]; at?: string };

/** Draws a piece of the bench with a job on the desk. sent: what was recorded, in order; turn: the job goes on */
export function atDesk(what: ReactNode, on: On = {}) {
  const sent: NewEntry[] = [];
  const desk = {
    job: on.job ?? job(),
    catalogue: on.catalogue ?? catalogue(),
    parcels: on.parcels ?? [],
    outbox: null as unknown as Outbox,
    add: vi.fn((...entries: NewEntry[]) => Promise.resolve(void sent.push(...entries))),
  };
  let lay: (next: typeof desk) => void = () => undefined;
  function Laid() {
    const [now, setNow] = useState(desk);
    lay = setNow;
    return <DeskProvider value={now}>{what}</DeskProvider>;
  }
  const turn = (to: Partial<Pick<typeof desk, "job" | "parcels">>) => act(() => lay({ ...desk, ...to }));
  return { sent, turn, ...draw(<Laid />, on.at) };
}
