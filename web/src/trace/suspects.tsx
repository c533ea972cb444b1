import { Collapsible } from "radix-ui";
import type { Catalogue, Suspect, Trace } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { percent } from "../ui/percent";

const SHOWN = 7;

/** Who is suspected, with the strongest reasons for and against. A circuit chosen on the branch narrows the list. */
export function Suspects(props: {
  trace: Trace;
  circuit: string | null;
  circuits: Catalogue["circuits"];
  onClear: () => void;
}) {
  const { trace, circuit } = props;
  const name = props.circuits.find((row) => row.id === circuit)?.name;
  const rows = trace.faults.filter((fault) => circuit === null || fault.circuit === circuit).slice(0, SHOWN);
  return (
    <Card aria-label="Suspects">
      <h2 className="mb-2 flex min-h-11 items-center justify-between gap-2 text-xl">
        {name ? `Suspects: ${name}` : "Suspects"}
        {circuit && (
          <Button look="quiet" className="text-base" onClick={props.onClear}>
            All circuits
          </Button>
        )}
      </h2>
      <ul className="-mx-1">
        {rows.map((fault) => (
          <SuspectRow key={fault.id} fault={fault} />
        ))}
      </ul>
      {trace.findings.length > 0 && !circuit && <Sets trace={trace} />}
    </Card>
  );
}

function SuspectRow({ fault }: { fault: Suspect }) {
  return (
    <li>
      <Collapsible.Root>
        <Collapsible.Trigger className="grid min-h-11 w-full grid-cols-[3.4rem_1fr] items-center gap-2 rounded-lg px-1 py-1 text-left hover:bg-raised">
          <span className="font-display font-semibold text-fuel tabular-nums">{percent(fault.probability)}</span>
          <span className="min-w-0">
            {fault.name}
            <span className="mt-1 block h-1 rounded-full bg-line">
              <span
                className="block h-full rounded-full bg-fuel transition-all duration-300"
                style={{ width: `${fault.probability * 100}%` }}
              />
            </span>
          </span>
        </Collapsible.Trigger>
        <Collapsible.Content className="pb-3 pl-16 text-sm text-dim">
          <p>{fault.why}</p>
          {fault.reasons && <Reasons reasons={fault.reasons} />}
        </Collapsible.Content>
      </Collapsible.Root>
    </li>
  );
}

function Reasons({ reasons }: { reasons: NonNullable<Suspect["reasons"]> }) {
  const rows = [...reasons.for, ...reasons.against];
  if (rows.length === 0) return <p className="mt-1">Nothing found speaks for or against it yet.</p>;
  return (
    <ul className="mt-1">
      {rows.map((reason) => (
        <li key={reason.entry} className="grid grid-cols-[3.2rem_1fr] gap-2">
          <span
            className={`tabular-nums ${reason.decibans > 0 ? "text-fuel" : "text-leaf"}`}
            title="weight of evidence, decibans"
          >
            {reason.decibans > 0 ? "+" : "−"}
            {Math.abs(reason.decibans).toFixed(0)}
          </span>
          <span>{reason.says}</span>
        </li>
      ))}
    </ul>
  );
}

/** The leading explanations taken together: one fault or two. */
function Sets({ trace }: { trace: Trace }) {
  const names = new Map(trace.faults.map((fault) => [fault.id, fault.name]));
  const rows = trace.sets.filter((set) => set.probability > 0.02).slice(0, 3);
  if (rows.length === 0) return null;
  return (
    <div className="mt-2 border-t border-line pt-2 text-sm">
      <h3 className="text-base">Together they explain it</h3>
      <ul>
        {rows.map((set) => (
          <li key={set.faults.join()} className="grid grid-cols-[3.2rem_1fr] gap-2 py-0.5">
            <span className="text-fuel tabular-nums">{percent(set.probability)}</span>
            <span>
              {set.outside
                ? "Something outside this catalogue"
                : set.faults.map((id) => names.get(id) ?? id).join(" and ") || "Nothing wrong that the catalogue knows"}
            </span>
          </li>
        ))}
      </ul>
      {trace.neglected > 0.005 && (
        <p className="mt-1 text-dim">
          Sets of more than three faults, not looked at one by one: about {percent(trace.neglected)} of belief, mostly
          these with one more along for the ride.
        </p>
      )}
    </div>
  );
}
