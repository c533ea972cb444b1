import { ShieldAlert } from "lucide-react";
import { entry } from "../../api/entries";
import type { Catalogue } from "../../api/types";
import { useKeys, useShown } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { useDesk } from "../desk";

type Hazard = Catalogue["hazards"][number];

export type CautionState = { hazards: Hazard[]; open: Hazard[]; read: boolean; acknowledge: () => void };

/** Cautions of a step. Those that can injure are acknowledged once a job before an answer is taken. */
export function useCautions(ids: string[]): CautionState {
  const { job, catalogue, add } = useDesk();
  const { read } = job.trace.cautions;
  const hazards = ids.flatMap((id) => catalogue.hazards.find((row) => row.id === id) ?? []);
  const open = hazards.filter((hazard) => hazard.acknowledge && !read.includes(hazard.id));
  return {
    hazards,
    open,
    read: open.length === 0,
    acknowledge: () => {
      if (open.length > 0) void add(...open.map((hazard) => entry("caution", { hazard: hazard.id })));
    },
  };
}

/** Open until they are read; then a line that can be unfolded. */
export function Cautions({ state }: { state: CautionState }) {
  const shown = useShown();
  useKeys("The step", [["c", "Cautions read and seen to", state.acknowledge]], state.open.length > 0);
  if (state.hazards.length === 0) return null;
  if (state.read)
    return (
      <details className="mt-3 rounded-xl border-l-4 border-line bg-ground px-3">
        <summary className="flex min-h-11 cursor-pointer items-center gap-2 text-[15px] text-dim">
          <ShieldAlert size={18} aria-hidden className="shrink-0" />
          <span>
            <strong className="font-medium text-ink">Cautions read:</strong>{" "}
            {state.hazards.map((hazard) => hazard.name.toLowerCase()).join(", ")}
          </span>
        </summary>
        <List hazards={state.hazards} />
      </details>
    );
  return (
    <div className="mt-3 rounded-xl border-l-4 border-rust bg-rust-soft p-3">
      <h3 className="flex items-center gap-2 text-base">
        <ShieldAlert size={18} aria-hidden className="text-rust" /> Cautions
      </h3>
      <List hazards={state.open} />
      <Button className="mt-2 w-full" onClick={state.acknowledge} aria-keyshortcuts={shown("c")}>
        Read and seen to
      </Button>
    </div>
  );
}

function List({ hazards }: { hazards: Hazard[] }) {
  return (
    <ul className="mt-1 space-y-1 pb-2 text-[15px]">
      {hazards.map((hazard) => (
        <li key={hazard.id}>
          <strong>{hazard.name}.</strong> {hazard.caution}
        </li>
      ))}
    </ul>
  );
}
