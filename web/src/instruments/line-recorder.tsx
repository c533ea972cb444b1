import type { Judged, Reading } from "../api/types";
import { Button } from "../ui/button";
import { useKept } from "../kept/use-kept";
import { NumberField } from "../ui/number-field";
import { percent } from "../words/percent";
import type { InstrumentProps } from "./kinds";
import { useStopwatch } from "./stopwatch";
import { segmentsData, timed, unreadable } from "./to-reading";
import { WatchFace } from "./watch-face";
import { useTold } from "./use-told";

type Point = NonNullable<Reading["points"]>[number];

/** The same volume timed at point after point along the line; the drawing marks where it is tight. */
export function LineRecorder({ keep, reading, onData, wrongAt, judged }: InstrumentProps & { judged: Judged | null }) {
  const points = reading.points ?? [];
  const [state, change] = useKept<{
    volume: string;
    demand: string;
    times: Record<string, string | number>;
    at: string;
  }>(keep, {
    volume: "100",
    demand: "",
    times: {},
    at: points[0]?.id ?? "",
  });
  const watch = useStopwatch(keep);
  const ids = points.map((point) => point.id);
  useTold(segmentsData(state, ids), onData);
  const stop = (seconds: number) =>
    change((now) => ({
      times: { ...now.times, [now.at]: String(seconds) },
      at: ids[ids.indexOf(now.at) + 1] ?? now.at,
    }));
  const times = timed(state.times);
  const [bad] = unreadable(state.times);
  const wrong = points.find((point) => point.id === bad);
  return (
    <div className="grid gap-2">
      <LineDrawing points={points} times={times} at={state.at} judged={judged} />
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4" role="group" aria-label="Where it is timed">
        {points.map((point) => (
          <Button
            key={point.id}
            aria-pressed={state.at === point.id}
            className="flex-col gap-0! px-2! text-sm aria-pressed:border-fuel aria-pressed:bg-fuel-soft"
            onClick={() => change({ at: point.id })}
          >
            {point.name}
            {times[point.id] !== undefined && <span className="block tabular-nums">{times[point.id]} s</span>}
          </Button>
        ))}
      </div>
      <WatchFace watch={watch} onStop={stop} />
      <div className="grid gap-2 sm:grid-cols-3">
        <NumberField
          label="Volume"
          text={state.volume}
          onText={(volume) => change({ volume })}
          unit="mL"
          error={wrongAt("inputs/volume")}
        />
        <NumberField
          label="Demand, else by the engine"
          text={state.demand}
          onText={(demand) => change({ demand })}
          unit="mL/min"
          error={wrongAt("inputs/demand")}
        />
        <NumberField
          label="Or type the time"
          text={String(state.times[state.at] ?? "")}
          onText={(text) => change((now) => ({ times: { ...now.times, [now.at]: text } }))}
          unit="s"
          error={wrong ? `${wrong.name}: type the seconds as a number.` : wrongAt("inputs/times")}
        />
      </div>
    </div>
  );
}

/** Tank, tap, filter, inlet in a line, drawn as wide as they let through. */
function LineDrawing({
  points,
  times,
  at,
  judged,
}: {
  points: Point[];
  times: Record<string, number>;
  at: string;
  judged: Judged | null;
}) {
  const chance = (point: Point) => judged?.chances.find((row) => row.id === point.short)?.chance ?? 0;
  const fastest = Math.min(...Object.values(times).filter((time) => time > 0), Infinity);
  const words = points.map(
    (point) =>
      `${point.name} ${times[point.id] === undefined ? "not timed" : `${times[point.id]} s`}${chance(point) > 0.3 ? `, tight ${percent(chance(point))}` : ""}`,
  );
  return (
    <svg viewBox="0 0 600 118" className="h-auto w-full" role="img" aria-label={`Fuel line: ${words.join("; ")}`}>
      <rect x="6" y="14" width="74" height="64" rx="8" className="fill-raised stroke-edge" strokeWidth="2" />
      <rect x="8" y="38" width="70" height="38" rx="5" className="fill-fuel/40" />
      {points.map((point, i) => {
        const x = 80 + i * 122;
        const time = times[point.id];
        const wide = time === undefined || time <= 0 ? 16 : Math.max(4, 24 * (fastest / time));
        const tight = chance(point) > 0.3;
        return (
          <g key={point.id}>
            <rect
              x={x}
              y={58 - wide / 2}
              width="110"
              height={wide}
              className={tight ? "fill-rust" : time === undefined ? "fill-line" : "fill-fuel"}
            />
            <line
              x1={x + 116}
              x2={x + 116}
              y1="30"
              y2="86"
              strokeWidth={at === point.id ? 5 : 2}
              className={at === point.id ? "stroke-fuel" : "stroke-edge"}
            />
            {tight && (
              <text x={x + 55} y="34" textAnchor="middle" fontSize="15" className="fill-rust font-semibold">
                tight {percent(chance(point))}
              </text>
            )}
            <text x={x + 112} y="106" textAnchor="end" fontSize="14" className="fill-dim">
              {point.name}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
