import { useKept } from "../kept/use-kept";
import { Segmented } from "../ui/segmented";
import type { InstrumentProps } from "./kinds";
import { ReadingsList } from "./readings-list";
import { useStopwatch } from "./stopwatch";
import { timingsData } from "./to-reading";
import { WatchFace } from "./watch-face";
import { useTold } from "./use-told";

const SIDES = [
  { id: "reference", name: "Reference" },
  { id: "part", name: "This part" },
];

/** Two sets of timings of the same volume: the reference, and this part. */
export function Timings({ keep, onData, wrongAt }: InstrumentProps) {
  const [state, change] = useKept<{ reference: number[]; part: number[]; side: "reference" | "part" }>(keep, {
    reference: [] as number[],
    part: [] as number[],
    side: "reference",
  });
  const watch = useStopwatch(keep);
  useTold(timingsData(state), onData);
  return (
    <div className="grid gap-2">
      <Segmented
        label="Which is timed"
        value={state.side}
        options={SIDES}
        onChange={(side) => change({ side: side === "part" ? "part" : "reference" })}
      />
      <WatchFace watch={watch} onStop={(seconds) => change((now) => ({ [now.side]: [...now[now.side], seconds] }))} />
      <div className="grid gap-2 sm:grid-cols-2">
        <ReadingsList
          name="Reference"
          unit="s"
          active={state.side === "reference"}
          values={state.reference}
          onChange={(reference) => change({ reference })}
          error={wrongAt("inputs/reference")}
        />
        <ReadingsList
          name="This part"
          unit="s"
          active={state.side === "part"}
          values={state.part}
          onChange={(part) => change({ part })}
          error={wrongAt("inputs/part")}
        />
      </div>
    </div>
  );
}
