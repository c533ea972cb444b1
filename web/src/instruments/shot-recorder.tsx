import { useKept } from "../kept/use-kept";
import { NumberField } from "../ui/number-field";
import type { InstrumentProps } from "./kinds";
import { ReadingsList } from "./readings-list";
import { shotData } from "./to-reading";
import { useTold } from "./use-told";

/** Measures filled by ten strokes, one side or two. */
export function ShotRecorder({ keep, onData, wrongAt }: InstrumentProps) {
  const [state, change] = useKept(keep, { one: [] as number[], other: [] as number[], strokes: "10", late: "" });
  useTold(shotData(state), onData);
  return (
    <div className="grid gap-2">
      <div className="grid gap-2 sm:grid-cols-2">
        <NumberField
          label="Strokes into each measure"
          text={state.strokes}
          onText={(strokes) => change({ strokes })}
          error={wrongAt("inputs/strokes")}
        />
        <NumberField
          label="Lever's travel before fuel comes"
          text={state.late}
          onText={(late) => change({ late })}
          unit="deg"
          error={wrongAt("inputs/late")}
          help="if you looked: of about 80"
        />
      </div>
      <div className="grid gap-2 sm:grid-cols-2">
        <ReadingsList
          name="First side"
          unit="mL"
          values={state.one}
          onChange={(one) => change({ one })}
          error={wrongAt("inputs/one")}
        />
        <ReadingsList
          name="Other side, if it has one"
          unit="mL"
          values={state.other}
          onChange={(other) => change({ other })}
          error={wrongAt("inputs/other")}
        />
      </div>
    </div>
  );
}
