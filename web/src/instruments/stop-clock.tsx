import { useKept } from "../kept/use-kept";
import type { InstrumentProps } from "./kinds";
import { ReadingsList } from "./readings-list";
import { useStopwatch } from "./stopwatch";
import { timesData } from "./to-reading";
import { useTold } from "./use-told";
import { WatchFace } from "./watch-face";

/** Seconds, once or several times. */
export function StopClock({ keep, reading, onData, wrongAt }: InstrumentProps) {
  const [state, change] = useKept(keep, { times: [] as number[] });
  const watch = useStopwatch(keep);
  useTold(timesData(state.times), onData);
  return (
    <div className="grid gap-2">
      <WatchFace watch={watch} onStop={(seconds) => change((now) => ({ times: [...now.times, seconds] }))} />
      <ReadingsList
        name={reading.name}
        unit="s"
        values={state.times}
        onChange={(times) => change({ times })}
        error={wrongAt("value")}
      />
    </div>
  );
}
