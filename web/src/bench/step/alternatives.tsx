import { useState } from "react";
import type { NextStep } from "../../api/types";
import { useShown } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { CloseDialog } from "../sheets/close-dialog";
import { Fold } from "../../ui/fold";
import { GROUP, minutesOf } from "../../words/states";
import { useDesk } from "../desk";
import { PassedOver } from "./pass-over";
import { SymptomSearch } from "./symptom-search";

/** The shop's fixed list, with what it wastes marked. */
function HouseList({ next, onPick }: { next: NextStep; onPick: (check: string) => void }) {
  return (
    <Fold
      className="mt-3 text-dim"
      title={`The shop's fixed list (${next.house.filter((row) => !row.done).length} to do)`}
    >
      <ol className="list-decimal space-y-1 pl-6">
        {next.house.map((row) => (
          <li key={row.id}>
            {row.done ? (
              <span className="text-dim line-through">{row.name}</span>
            ) : (
              <Button look="quiet" className="text-[15px]" onClick={() => onPick(row.id)}>
                {row.name} <span className="text-sm text-dim">{row.minutes} min</span>
              </Button>
            )}
            {row.wasted && <span className="text-sm text-rust"> tells next to nothing now</span>}
          </li>
        ))}
      </ol>
    </Fold>
  );
}

/** What comes after, by bench state; any check instead; repair now; one more observation. */
export function Alternatives(props: {
  current: string | null;
  onPick: (check: string) => void;
  onRepair: () => void;
  onRecord: (symptom: string, seen: "present" | "absent") => void;
}) {
  const { next } = useDesk().job.trace;
  const [query, setQuery] = useState(false);
  const [closing, setClosing] = useState(false);
  const shown = useShown();
  const waiting = next.alternatives.filter((row) => row.waits);
  return (
    <Card aria-label="Other ways on" className="order-3 lg:order-none">
      <div className="flex flex-wrap gap-2">
        <Button onClick={props.onRepair} aria-keyshortcuts={shown("r")}>
          Repair now
        </Button>
        <Button onClick={() => setQuery(!query)} aria-expanded={query}>
          Add an observation
        </Button>
        <Button onClick={() => setClosing(true)}>Close it</Button>
      </div>
      <CloseDialog open={closing} onOpenChange={setClosing} />
      {query && (
        <SymptomSearch
          onRecord={(symptom, seen) => {
            props.onRecord(symptom, seen);
            setQuery(false);
          }}
        />
      )}
      {next.plan.length > 0 && (
        <>
          <h2 className="mt-4 text-lg">Coming up</h2>
          {next.plan.map((group) => (
            <div key={group.group} className="mt-2">
              <h3 className="font-sans text-sm font-normal text-dim">{GROUP[group.group]}</h3>
              <div className="mt-1 flex flex-wrap gap-2">
                {group.steps.map((step) => (
                  <Button
                    key={step.id}
                    className="text-[15px]"
                    aria-pressed={props.current === step.id}
                    onClick={() => props.onPick(step.id)}
                  >
                    {step.name}
                  </Button>
                ))}
              </div>
            </div>
          ))}
        </>
      )}
      {next.lacking.length > 0 && (
        <p className="mt-3 text-sm text-dim">
          Passed over, this bench lacks the tool:{" "}
          {next.lacking.map((row) => `${row.name} (${row.tools.join(", ")})`).join("; ")}.
        </p>
      )}
      <PassedOver rows={next.passed_over} onPick={props.onPick} />
      {next.house.length > 0 && <HouseList next={next} onPick={props.onPick} />}
      {waiting.length > 0 && (
        <Fold className="mt-3 text-dim" title={`Held back by the order of work (${waiting.length})`}>
          <ul className="space-y-2">
            {waiting.map((row) => (
              <li key={row.id}>
                <Button className="text-[15px]" onClick={() => props.onPick(row.id)}>
                  {row.name} <span className="text-sm text-dim">{minutesOf(row)}</span>
                </Button>
                <p className="text-sm text-dim">{row.waits}</p>
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </Card>
  );
}
