import { ShieldAlert } from "lucide-react";
import { entry } from "../api/client";
import type { Catalogue, Job } from "../api/types";
import { Button } from "../ui/button";
import type { Desk } from "./trace-view";

type Hazard = Catalogue["hazards"][number];

export type CautionState = { hazards: Hazard[]; open: Hazard[]; read: boolean; acknowledge: () => void };

/** Cautions of a step. Those that can injure are acknowledged once a job before an answer is taken. */
export function useCautions(ids: string[], job: Job, catalogue: Catalogue, desk: Desk): CautionState {
  const seen = new Set(
    job.entries.filter((one) => one.kind === "caution" && !one.struck).map((one) => String(one.data.hazard)),
  );
  const hazards = ids.flatMap((id) => catalogue.hazards.find((row) => row.id === id) ?? []);
  const open = hazards.filter((hazard) => hazard.acknowledge && !seen.has(hazard.id));
  return {
    hazards,
    open,
    read: open.length === 0,
    acknowledge: () => {
      if (open.length > 0) void desk.add(...open.map((hazard) => entry("caution", { hazard: hazard.id })));
    },
  };
}

export function Cautions({ state }: { state: CautionState }) {
  if (state.hazards.length === 0) return null;
  return (
    <div
      className={`mt-4 rounded-xl border-l-4 p-3 ${state.read ? "border-line bg-ground" : "border-rust bg-rust-soft"}`}
    >
      <h3 className="flex items-center gap-2 text-base">
        <ShieldAlert size={18} aria-hidden className={state.read ? "text-dim" : "text-rust"} /> Cautions
      </h3>
      <ul className="mt-1 space-y-1 text-[15px]">
        {(state.read ? state.hazards : state.open).map((hazard) => (
          <li key={hazard.id}>
            <strong>{hazard.name}.</strong> {hazard.caution}
          </li>
        ))}
      </ul>
      {!state.read && (
        <Button className="mt-2 w-full" onClick={state.acknowledge} aria-keyshortcuts="c">
          Read and seen to
        </Button>
      )}
    </div>
  );
}
