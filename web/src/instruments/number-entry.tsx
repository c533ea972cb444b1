import { Button } from "../ui/button";
import { useKept } from "../kept/use-kept";
import { NumberField } from "../ui/number-field";
import { parseNumber } from "../words/numbers";
import type { InstrumentProps } from "./kinds";
import { numberData } from "./to-reading";
import { useTold } from "./use-told";

/** Vernier, feeler, voltmeter: a number in its unit, repeats of it, and the instrument's own resolution. */
export function NumberEntry({ keep, reading, onData, wrongAt }: InstrumentProps) {
  const [state, change] = useKept(keep, {
    text: "",
    unit: reading.unit,
    resolution: "",
    accuracy: "",
    altitude: "",
    repeats: [] as number[],
  });
  const data = numberData(state);
  useTold(data, onData);
  const value = parseNumber(state.text);
  const unreadable = state.text.trim() !== "" && value === null ? `Type a number in ${state.unit}.` : null;
  const range = reading.physical ? `${reading.physical.join(" to ")} ${reading.unit}` : "";
  return (
    <div className="grid gap-2">
      <NumberField
        big
        label={reading.name}
        text={state.text}
        onText={(text) => change({ text })}
        unit={state.unit}
        units={reading.units}
        onUnit={(unit) => change({ unit })}
        error={unreadable ?? wrongAt("value") ?? wrongAt("unit")}
        help={range}
      />
      <div className="flex flex-wrap items-end gap-2">
        <Button
          disabled={value === null}
          onClick={() =>
            change((now) => ({ repeats: value === null ? now.repeats : [...now.repeats, value], text: "" }))
          }
        >
          Take another of the same
        </Button>
        {state.repeats.map((one, i) => (
          <Button
            key={i}
            className="tabular-nums"
            aria-label={`Strike ${one} off`}
            onClick={() => change((now) => ({ repeats: now.repeats.filter((_, k) => k !== i) }))}
          >
            {one} ×
          </Button>
        ))}
      </div>
      <details className="text-sm">
        <summary className="min-h-11 cursor-pointer content-center text-dim">
          How fine and how true is your instrument{reading.altitude ? "; altitude" : "?"}
        </summary>
        <div className="grid grid-cols-2 gap-2">
          <NumberField
            label="Resolution"
            text={state.resolution}
            onText={(resolution) => change({ resolution })}
            unit={state.unit}
            error={wrongAt("resolution")}
            help={`usual ${reading.resolution ?? ""} ${reading.unit}`}
          />
          <NumberField
            label="True within (its class)"
            text={state.accuracy}
            onText={(accuracy) => change({ accuracy })}
            unit={state.unit}
            error={wrongAt("accuracy")}
            help="the same every time: repeats do not help"
          />
          {reading.altitude && (
            <NumberField
              label="Altitude"
              text={state.altitude}
              onText={(altitude) => change({ altitude })}
              unit="m"
              error={wrongAt("altitude")}
              help="as at the sea, if given"
            />
          )}
        </div>
      </details>
    </div>
  );
}
