import { useState } from "react";
import type { Check, Job, Reading, ReadingData } from "../api/types";
import { clearAll, takenAt } from "../kept/store";
import { Button } from "../ui/button";
import { Dial } from "./dial";
import { DropTapper } from "./drop-tapper";
import { FormEntry } from "./form-entry";
import type { InstrumentProps } from "./kinds";
import { LineRecorder } from "./line-recorder";
import { NumberEntry } from "./number-entry";
import { ShotRecorder } from "./shot-recorder";
import { StopClock } from "./stop-clock";
import { SweepRecorder } from "./sweep-recorder";
import { Timings } from "./timings";
import { TurnCounter } from "./turn-counter";
import { useJudge } from "./use-judge";
import { Verdict } from "./verdict";

/** The instrument of a check: takes the reading down, shows what it says while it is taken, records it as evidence. */
export function Instrument(props: {
  job: Job;
  check: Check;
  reading: Reading;
  disabled: boolean;
  /** Id of the one of several places it is read at; "" for all alike. */
  place?: string;
  onRecord: (reading: ReadingData) => void;
}) {
  const { check, reading, job, place = "" } = props;
  const keep = takenAt(job.id, place ? `${check.id} ${place}` : check.id, job.trace.round);
  const [data, setData] = useState<ReadingData | null>(null);
  const judge = useJudge(job, check.id, data, place);
  const limit = job.trace.machine.readings[check.id];
  const wrongAt = (field: string) =>
    judge.problem?.errors?.find((error) => error.field === `reading/${field}`)?.detail ?? null;
  const record = () => {
    if (!data) return;
    clearAll(keep);
    props.onRecord(data);
  };
  if (limit && limit.cuts === null && !place && ["number", "calculator"].includes(reading.by))
    return (
      <p className="mt-3 text-dim">
        No figure is known for this machine yet: choose a spec card or enter the limit under Limits, or answer in a
        word.
      </p>
    );
  const shared: InstrumentProps = { keep, check, reading, onData: setData, wrongAt };
  return (
    <section
      aria-label="Instrument"
      className={`mt-4 rounded-2xl border-2 border-line bg-sheet p-3 ${props.disabled ? "opacity-60" : ""}`}
      inert={props.disabled}
    >
      {reading.instrument === "segments" ? <LineRecorder {...shared} judged={judge.judged} /> : <ByKind {...shared} />}
      {judge.judged && data && <Verdict judged={judge.judged} check={check} />}
      {judge.offline && data && (
        <p className="mt-2 text-dim">No connection: record it, it is judged when the signal is back.</p>
      )}
      {judge.problem && !judge.problem.errors?.some((error) => error.field.startsWith("reading/")) && (
        <p className="mt-2 text-rust">{judge.problem.detail}</p>
      )}
      <Button
        look="fuel"
        className="mt-3 min-h-14 w-full text-lg"
        disabled={!data || props.disabled || judge.problem !== null}
        onClick={record}
      >
        Record{judge.judged?.too_close ? " anyway" : ""}
      </Button>
    </section>
  );
}

function ByKind(props: InstrumentProps) {
  switch (props.reading.instrument) {
    case "turns":
      return <TurnCounter {...props} />;
    case "dial":
      return <Dial {...props} />;
    case "stopwatch":
      return <StopClock {...props} />;
    case "tapper":
      return <DropTapper {...props} />;
    case "timings":
      return <Timings {...props} />;
    case "sweep":
      return <SweepRecorder {...props} />;
    case "shot":
      return <ShotRecorder {...props} />;
    case "form":
      return <FormEntry {...props} />;
    default:
      return <NumberEntry {...props} />;
  }
}
