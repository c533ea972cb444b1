import { CheckCircle2, OctagonAlert } from "lucide-react";
import { useState } from "react";
import { entry } from "../../api/entries";
import type { SettingLoop } from "../../api/types";
import { useKept } from "../../kept/use-kept";
import { SettingPlot } from "../../plot/setting-plot";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { Fold } from "../../ui/fold";
import { useDesk } from "../desk";
import { Cautions, useCautions } from "../step/cautions";
import { GoalFields, RoundFields } from "./fields";
import { Held } from "./held";
import { roundOf, text, type Typed } from "./round";
import { Rounds } from "./rounds";

const NOTHING = { values: {} as Typed, goals: {} as Typed };

/** One loop: the next turn in large letters, a round to enter, the rounds so far and their curve. */
export function AtLoop({ loop }: { loop: SettingLoop }) {
  const { job, add, parcels } = useDesk();
  const cautions = useCautions(loop.hazards);
  const [kept, change, clear] = useKept(`setting.${job.id}.${loop.id}.${loop.place ?? ""}`, NOTHING);
  const [fresh, setFresh] = useState(false);
  const data = roundOf(loop, kept.values, kept.goals, fresh);
  const asked = loop.as === "ask";
  const goals = (
    <GoalFields
      goals={loop.goals}
      typed={kept.goals}
      onType={(id, said) => change((now) => ({ goals: { ...now.goals, [id]: said } }))}
    />
  );
  const closed = job.trace.closing !== null;
  const held = closed ? null : loop.hold;
  const record = () => {
    if (!data) return;
    void add(entry("setting", data));
    clear();
    setFresh(false);
  };
  return (
    <div className="grid items-start gap-3 lg:grid-cols-[5fr_4fr]">
      <Card>
        {held ? <Held hold={held} /> : <Says loop={loop} fresh={fresh} />}
        {!held && <Cautions state={cautions} />}
        {!closed && !held && (
          <form
            className="mt-4 space-y-4"
            onSubmit={(event) => {
              event.preventDefault();
              record();
            }}
          >
            {asked && goals}
            <RoundFields
              fields={loop.fields}
              typed={kept.values}
              onType={(id, said) => change((now) => ({ values: { ...now.values, [id]: said } }))}
            />
            {!asked && loop.goals.length > 0 && (
              <Fold title={<span className="text-lg font-semibold">Set to {setTo(loop)}</span>}>{goals}</Fold>
            )}
            <Button type="submit" look="fuel" className="min-h-14 w-full text-lg" disabled={!data || !cautions.read}>
              {loop.rounds.length === 0 || fresh ? "Take it down as found" : "Take the round down"}
            </Button>
            {parcels.length > 0 && (
              <p role="status" className="text-[15px] text-dim">
                Kept here, and sent when the server answers: the next turn follows then.
              </p>
            )}
          </form>
        )}
        {!closed && !held && loop.rounds.length > 0 && (
          <Button look="quiet" className="mt-2" onClick={() => setFresh(!fresh)} aria-pressed={fresh}>
            {fresh ? "Go on with the rounds so far" : "Begin anew"}
          </Button>
        )}
      </Card>
      <div className="grid gap-3">
        <Card>
          <h2 className="text-xl">First</h2>
          <ul className="list-disc pl-5">
            {loop.before.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </Card>
        {loop.curve && (
          <Card aria-label="Curve">
            <SettingPlot curve={loop.curve} name={loop.name} />
          </Card>
        )}
        {loop.rounds.length > 0 && <Rounds loop={loop} />}
      </div>
    </div>
  );
}

/** "650 rpm" */
function setTo(loop: SettingLoop): string {
  const known = loop.goals.filter((goal) => goal.value !== null);
  return known.map((goal) => `${text(goal.value)} ${goal.unit === "number" ? "" : goal.unit}`.trim()).join(", ");
}

const LOOK: Record<SettingLoop["as"], string> = {
  go: "border-fuel bg-fuel-soft",
  ask: "border-fuel bg-fuel-soft",
  settled: "border-leaf bg-leaf-soft",
  stop: "border-rust bg-rust-soft",
};

function Says({ loop, fresh }: { loop: SettingLoop; fresh: boolean }) {
  const Icon = { settled: CheckCircle2, stop: OctagonAlert, go: null, ask: null }[loop.as];
  return (
    <p
      aria-live="polite"
      className={`flex items-start gap-3 border-l-4 px-4 py-3 text-xl leading-snug ${LOOK[loop.as]}`}
    >
      {Icon && <Icon size={26} aria-hidden className="mt-0.5 shrink-0" />}
      {fresh ? "Begin anew: take down where everything stands now." : loop.says}
    </p>
  );
}
