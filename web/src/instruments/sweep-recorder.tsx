import { useState } from "react";
import { Button } from "../ui/button";
import { useKept } from "../kept/use-kept";
import { Choices } from "../ui/choices";
import { NumberField } from "../ui/number-field";
import { parseNumber } from "../words/numbers";
import type { InstrumentProps } from "./kinds";
import { sweepData, type Swept } from "./to-reading";
import { useTold } from "./use-told";

const STEP = 0.25;
const READS = { speed: { name: "Speed", unit: "rpm" }, vacuum: { name: "Vacuum", unit: "inHg" } } as const;

type Sweep = { found: string; next: string; reads: Swept; steps: { turns: number; value: number }[] };

/** One reading a quarter turn: type it, press Enter, the next step is set. The curve and its peak stand in the verdict. */
export function SweepRecorder({ keep, onData, wrongAt }: InstrumentProps) {
  const [state, change] = useKept<Sweep>(keep, { found: "1.5", next: "0.75", reads: "speed", steps: [] });
  const [text, setText] = useState("");
  const [error, setError] = useState<string | null>(null);
  useTold(sweepData(state), onData);
  const take = () => {
    const value = parseNumber(text);
    const turns = parseNumber(state.next);
    if (value === null || turns === null) {
      setError("Type the reading as a number, and the turns it was taken at.");
      return;
    }
    setError(null);
    setText("");
    change((now) => ({
      steps: [...now.steps.filter((step) => step.turns !== turns), { turns, value }].sort((a, b) => a.turns - b.turns),
      next: String(turns + STEP),
    }));
  };
  return (
    <form
      noValidate
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <Choices
        label="What you read"
        value={state.reads}
        onChange={(reads) => change({ reads: reads as Swept })}
        className="flex flex-wrap gap-1.5"
        options={Object.entries(READS).map(([id, { name, unit }]) => ({ id, says: `${name} (${unit})` }))}
      />
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        <NumberField
          label="Screw was found at"
          text={state.found}
          onText={(found) => change({ found })}
          unit="turns"
          error={wrongAt("inputs/found")}
        />
        <NumberField
          label="Now at"
          text={state.next}
          onText={(next) => change({ next })}
          unit="turns"
          error={wrongAt("inputs/turns")}
        />
        <NumberField
          label="It reads"
          unit={READS[state.reads].unit}
          text={text}
          onText={setText}
          error={error ?? wrongAt("inputs/values")}
          help="wait until it is steady"
        />
      </div>
      <Button type="submit" look="fuel">
        Take it, next step
      </Button>
      <ul aria-label="Steps" className="flex flex-wrap gap-1.5">
        {state.steps.map((step) => (
          <li key={step.turns}>
            <Button
              className="px-2.5! text-sm tabular-nums"
              aria-label={`Strike the step at ${step.turns} turns`}
              onClick={() => change((now) => ({ steps: now.steps.filter((one) => one.turns !== step.turns) }))}
            >
              {step.turns}: {step.value} ×
            </Button>
          </li>
        ))}
      </ul>
      {state.steps.length < 4 && (
        <p className="text-sm text-dim">{4 - state.steps.length} more steps until a peak can be found.</p>
      )}
    </form>
  );
}
