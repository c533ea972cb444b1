import { useState } from "react";
import { entry, type EntryData } from "../../api/entries";
import type { NextStep } from "../../api/types";
import { NumberField } from "../../ui/number-field";
import { parseNumber } from "../../words/numbers";
import { useDesk } from "../desk";
import { Answers } from "./answers";
import { PlaceChoice } from "./place-choice";

type Result = EntryData<"trial">["result"];

const RESULTS: { result: Result; name: string; hint: string }[] = [
  { result: "better", name: "Better", hint: "another step the same way" },
  { result: "right", name: "Right", hint: "it stays so" },
  { result: "same", name: "No change", hint: "on to the next setting" },
  { result: "worse", name: "Worse", hint: "put it back, on to the next" },
  { result: "left", name: "Leave it", hint: "as it stands, on to the next" },
];

/** One change of the set-up: from what to what, run, and what it did. */
export function TrialPanel() {
  const { trial, reason } = useDesk().job.trace.next;
  return trial && <OneTrial key={`${trial.setting} ${trial.place} ${trial.from}`} trial={trial} reason={reason} />;
}

function OneTrial({ trial, reason }: { trial: NonNullable<NextStep["trial"]>; reason: string }) {
  const { job, add } = useDesk();
  const [place, setPlace] = useState(trial.place ?? "");
  const [typed, setFrom] = useState<string | null>(null);
  const [to, setTo] = useState("");
  const [missing, setMissing] = useState<Result | null>(null);
  const stood = place === (trial.place ?? "") ? trial.from : trial.places.find((row) => row.id === place)?.from;
  const from = typed ?? String(stood ?? "");
  const numbers = { from: parseNumber(from), to: parseNumber(to) };
  const record = (result: Result) => {
    const after = result === "left" ? numbers.from : numbers.to;
    if (numbers.from === null || after === null || (after === numbers.from && result !== "left")) {
      setMissing(result);
      return;
    }
    const change = { setting: trial.setting, from: numbers.from, to: after, result };
    void add(entry("trial", { ...change, ...(place && { place }) }));
  };
  const wrong = (value: number | null) =>
    missing && value === null ? "Type a number, as it is stamped or counted." : null;
  const same = missing && numbers.from !== null && numbers.from === numbers.to;
  const unit = trial.unit === "number" ? undefined : trial.unit;
  return (
    <div>
      <p className="text-sm font-semibold text-fuel">One change</p>
      <h2 className="text-[1.7rem] leading-tight">{trial.name}</h2>
      <p className="mt-1 text-dim">{reason}</p>
      <p className="mt-3">{trial.do}</p>
      {trial.advice.map((says) => (
        <p key={says} className="mt-2 border-l-4 border-fuel bg-fuel-soft px-3 py-1.5">
          {says}
        </p>
      ))}
      {trial.places.length > 0 && <PlaceChoice places={trial.places} value={place} onChange={setPlace} done="tried" />}
      <div className="mt-3 grid grid-cols-2 gap-3">
        <NumberField big label="It stood at" unit={unit} text={from} onText={setFrom} error={wrong(numbers.from)} />
        <NumberField
          big
          label="Now at"
          unit={unit}
          text={to}
          onText={setTo}
          error={
            missing === "left" ? null : same ? "Nothing was changed: it stands where it stood." : wrong(numbers.to)
          }
        />
      </div>
      <h3 className="mt-4 text-base">Run it: what did it do?</h3>
      <Answers answers={RESULTS.map((row) => ({ name: row.name, hint: row.hint, act: () => record(row.result) }))} />
      {job.trace.trials.length > 0 && (
        <ul aria-label="Trials so far" className="mt-3 border-t border-line pt-2 text-sm">
          {job.trace.trials.map((row) => (
            <li key={row.entry} className="tabular-nums">
              {[row.name, row.place?.name].filter(Boolean).join(", ")}:{" "}
              {row.result === "left" ? `left at ${row.to}` : `${row.from} to ${row.to}, ${row.result}`}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
