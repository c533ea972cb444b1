import { entry } from "../../api/entries";
import { CARBURETOR, ENGINE } from "../../words/states";
import { useDesk } from "../desk";

/** How the machine stands now; changed here when it changed without a check. */
export function StateBar() {
  const { job, add } = useDesk();
  const { state, closing, minutes } = job.trace;
  return (
    <>
      <Stand
        label="Engine"
        names={ENGINE}
        now={state.engine}
        off={closing !== null}
        onStand={(word) => void add(entry("state", state.changes.engine[word] ?? {}))}
      />
      <Stand
        label="Carburetor"
        names={CARBURETOR}
        now={state.carburetor}
        off={closing !== null}
        onStand={(word) => void add(entry("state", state.changes.carburetor[word] ?? {}))}
      />
      <span className="px-1 text-sm text-dim tabular-nums">{minutes} min</span>
    </>
  );
}

function Stand(props: {
  label: string;
  names: Record<string, string>;
  now: string;
  off: boolean;
  onStand: (word: string) => void;
}) {
  return (
    <label>
      <span className="sr-only">{props.label}</span>
      <select
        className="min-h-11 rounded-xl border-2 border-edge bg-raised px-3"
        value={props.now}
        disabled={props.off}
        onChange={(event) => props.onStand(event.target.value)}
      >
        {Object.entries(props.names).map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
