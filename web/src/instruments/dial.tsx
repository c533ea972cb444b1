import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { Button } from "../ui/button";
import { useKept } from "../kept/use-kept";
import { dialTicks, angleOf, dialRange, valueAt } from "../plot/dial-geometry";
import type { InstrumentProps } from "./kinds";
import { NumberEntry } from "./number-entry";
import { needleData } from "./to-reading";
import type { Recorded, Signal } from "./gauge-player";
import { useGauge } from "./use-gauge";
import { useTold } from "./use-told";

const SIGNALS: Record<Signal, string> = {
  steady: "Steady",
  drifting: "Drifting",
  flicking: "Flicking",
  hunting: "Hunting",
};
const RECORD_S = 8;

/** A dial whose needle is set by hand (drag, arrow keys) or frozen from the live simulated gauge; or the number typed. */
export function Dial(props: InstrumentProps) {
  const [state, change] = useKept<{ way: "dial" | "number" }>(`${props.keep}.way`, { way: "dial" });
  if (state.way === "dial") return <Needle {...props} onType={() => change({ way: "number" })} />;
  return (
    <>
      <NumberEntry {...props} keep={`${props.keep}.number`} />
      <Button look="quiet" onClick={() => change({ way: "dial" })}>
        Set a needle instead
      </Button>
    </>
  );
}

function Needle(props: InstrumentProps & { onType: () => void }) {
  const { keep, reading, onData } = props;
  const [state, change] = useKept(`${keep}.needle`, { value: null as number | null, record: null as Recorded | null });
  const [signal, setSignal] = useState<Signal>("steady");
  const gauge = useGauge(reading.gauge ?? "vacuum", signal);
  const range = dialRange(reading.gauge, reading.physical);
  const live = gauge.value !== null;
  useTold(needleData(state, reading.unit), onData);
  const record = () => {
    gauge.record(RECORD_S, (taken) => {
      change({ record: taken, value: null });
      gauge.stop();
    });
  };
  const step = reading.resolution ?? 1;
  const set = (value: number) =>
    change({ value: Math.round(Math.min(Math.max(value, range[0]), range[1]) / step) * step, record: null });
  return (
    <div className="grid gap-2">
      <Face
        name={reading.name}
        unit={reading.unit}
        range={range}
        step={step}
        value={gauge.value ?? state.value ?? (state.record ? mean(state.record.values) : range[0])}
        onSet={live ? null : set}
      />
      <div className="flex flex-wrap items-end gap-2">
        {live ? (
          <>
            <Button
              look="fuel"
              onClick={() => {
                set(gauge.value ?? range[0]);
                gauge.stop();
              }}
            >
              Freeze the needle
            </Button>
            {reading.by === "pattern" && (
              <Button disabled={gauge.recorded !== null} onClick={record}>
                {gauge.recorded === null
                  ? `Record its pattern, ${RECORD_S} s`
                  : `Recording ${gauge.recorded.toFixed(0)} of ${RECORD_S} s`}
              </Button>
            )}
            <Button look="quiet" onClick={gauge.stop}>
              Switch it off
            </Button>
          </>
        ) : (
          <>
            <label className="flex items-center gap-2 text-sm text-dim">
              Simulated gauge
              <select
                value={signal}
                onChange={(event) => setSignal(event.target.value as Signal)}
                className="min-h-11 rounded-xl border-2 border-edge bg-raised px-2 text-ink"
              >
                {Object.entries(SIGNALS).map(([id, name]) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            <Button onClick={gauge.start}>Switch it on</Button>
          </>
        )}
        <Button look="quiet" onClick={props.onType}>
          Type the number
        </Button>
      </div>
      {gauge.problem && <p className="text-sm text-rust">{gauge.problem}</p>}
      <p className="text-sm text-rust">{props.wrongAt("value") ?? props.wrongAt("inputs/values")}</p>
    </div>
  );
}

function mean(values: number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

function Face(props: {
  name: string;
  unit: string;
  range: [number, number];
  step: number;
  value: number;
  onSet: ((value: number) => void) | null;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const point = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box || !props.onSet) return;
    props.onSet(
      valueAt(event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2, props.range),
    );
  };
  const key = (event: KeyboardEvent) => {
    const move = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[event.key];
    if (move === undefined || !props.onSet) return;
    event.preventDefault();
    props.onSet(props.value + move * props.step);
  };
  const marks = dialTicks(props.range);
  return (
    <svg
      ref={svg}
      viewBox="-120 -112 240 224"
      className={`mx-auto h-auto w-full max-w-80 touch-none ${props.onSet ? "cursor-pointer" : ""}`}
      role="slider"
      tabIndex={0}
      aria-label={props.name}
      aria-valuemin={props.range[0]}
      aria-valuemax={props.range[1]}
      aria-valuenow={props.value}
      aria-valuetext={`${props.value.toFixed(places(props.step))} ${props.unit}`}
      aria-readonly={!props.onSet}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        point(event);
      }}
      onPointerMove={(event) => event.buttons > 0 && point(event)}
      onKeyDown={key}
    >
      <circle r="106" className="fill-raised stroke-edge" strokeWidth="4" />
      {marks.map((mark) => (
        <g key={mark} transform={`rotate(${angleOf(mark, props.range)})`}>
          <line y1="-98" y2="-86" strokeWidth="3" className="stroke-ink" />
          <text
            y="-68"
            textAnchor="middle"
            fontSize="15"
            className="fill-ink"
            transform={`rotate(${-angleOf(mark, props.range)} 0 -72)`}
          >
            {mark}
          </text>
        </g>
      ))}
      <g transform={`rotate(${angleOf(props.value, props.range)})`}>
        <path d="M-4 14L-1.5 -92L1.5 -92L4 14Z" className="fill-rust" />
      </g>
      <circle r="9" className="fill-bark" />
      <text y="48" textAnchor="middle" fontSize="24" className="fill-ink font-display font-semibold tabular-nums">
        {props.value.toFixed(places(props.step))}
      </text>
      <text y="68" textAnchor="middle" fontSize="14" className="fill-dim">
        {props.unit}
      </text>
    </svg>
  );
}

function places(step: number): number {
  return step >= 1 ? 0 : step >= 0.1 ? 1 : 2;
}
