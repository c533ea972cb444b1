import type { Suspect, Trace } from "../../api/types";
import { Card } from "../../ui/card";
import { Fold } from "../../ui/fold";
import { percent } from "../../words/percent";
import { useDesk } from "../desk";
import { Found } from "./found";
import { Reasons } from "./reasons";

const SHOWN = 7;
/** Share of what was found from which a fault is a suspect: one that explains nothing is none, however common. */
const LEAST = 0.005;

/** What was found, then who is suspected by what it explains, with the strongest reasons for and against. */
export function Suspects() {
  const { trace } = useDesk().job;
  const found = trace.defects.filter((row) => row.status === "open" || row.status === "contradicted");
  const rows = trace.faults
    .filter((fault) => fault.blame >= LEAST && !found.some((row) => row.fault === fault.id))
    .slice(0, SHOWN);
  return (
    <Card aria-label="Suspects">
      {found.length > 0 && <Found defects={found} />}
      <h2 className="mb-2 text-xl">Suspects</h2>
      {rows.length === 0 && (
        <p className="text-dim">
          {found.length > 0
            ? "Nothing else is needed to explain what was found."
            : "Nothing yet that would explain anything."}
        </p>
      )}
      <ul className="-mx-1">
        {rows.map((fault) => (
          <SuspectRow key={fault.id} fault={fault} />
        ))}
      </ul>
      {trace.findings.length > 0 && <Sets trace={trace} />}
    </Card>
  );
}

function SuspectRow({ fault }: { fault: Suspect }) {
  return (
    <li>
      <Fold
        title={
          <span className="grid grid-cols-[3.4rem_1fr] items-center gap-2 px-1 py-1">
            <span className="font-display font-semibold text-fuel tabular-nums">{percent(fault.blame)}</span>
            <span className="min-w-0">
              {fault.name}
              <span className="mt-1 block h-1 rounded-full bg-line">
                <span
                  className="block h-full rounded-full bg-fuel transition-all duration-300"
                  style={{ width: `${fault.blame * 100}%` }}
                />
              </span>
            </span>
          </span>
        }
      >
        <div className="pb-3 pl-16 text-sm text-dim">
          <p>{fault.why}</p>
          <p>
            Explains {percent(fault.blame)} of what was found; is there with {percent(fault.probability)}.
          </p>
          {fault.reasons && <Reasons reasons={fault.reasons} />}
        </div>
      </Fold>
    </li>
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
          <li key={set.outside ? "outside" : set.faults.join()} className="grid grid-cols-[3.2rem_1fr] gap-2 py-0.5">
            <span className="text-fuel tabular-nums">{percent(set.probability)}</span>
            <span>
              {set.outside
                ? "Something outside this catalogue"
                : set.faults.map((id) => names.get(id) ?? id).join(" and ") || "Nothing wrong that the catalogue knows"}
            </span>
          </li>
        ))}
      </ul>
      {trace.neglected > 0.5 ? (
        <p className="mt-1 text-dim">Too little has been found to tell such sets apart yet.</p>
      ) : (
        trace.neglected > 0.005 && (
          <p className="mt-1 text-dim">
            Sets of more than three faults, not looked at one by one: about {percent(trace.neglected)} of belief, mostly
            these with one more along for the ride.
          </p>
        )
      )}
    </div>
  );
}
