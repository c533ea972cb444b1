import { useKeys } from "../keys/use-keys";
import { Button } from "../ui/button";
import { useKept } from "../kept/use-kept";
import type { InstrumentProps } from "./kinds";
import { useTold } from "./use-told";

const EIGHTH = 0.125;

/** Turns counted by eighths: large keys, or the arrow keys; the screw head turns along. */
export function TurnCounter({ keep, reading, onData, wrongAt }: InstrumentProps) {
  const [state, change] = useKept(keep, { eighths: -1 });
  const counted = Math.max(state.eighths, 0);
  const turns = counted * EIGHTH;
  useTold(state.eighths < 0 ? null : { value: turns, unit: "turns" }, onData);
  const by = (eighths: number) => () => change((now) => ({ eighths: Math.max(0, Math.max(now.eighths, 0) + eighths) }));
  useKeys("The instrument", [
    ["ArrowRight", "A quarter turn on", by(2)],
    ["ArrowLeft", "A quarter turn back", by(-2)],
    ["ArrowUp", "An eighth on", by(1)],
    ["ArrowDown", "An eighth back", by(-1)],
  ]);
  return (
    <div>
      <p className="font-medium">{reading.name}</p>
      <div className="mt-1 grid grid-cols-[1fr_auto_1fr] items-center gap-3">
        <div className="grid gap-2">
          <Button className="min-h-14" onClick={by(-2)} aria-keyshortcuts="ArrowLeft">
            ¼ back
          </Button>
          <Button onClick={by(-1)} aria-keyshortcuts="ArrowDown">
            ⅛ back
          </Button>
        </div>
        <div className="text-center">
          <svg viewBox="-50 -50 100 100" className="mx-auto size-28" role="img" aria-label={`${turns} turns`}>
            <circle r="46" className="fill-raised stroke-edge" strokeWidth="3" />
            {[0, 90, 180, 270].map((angle) => (
              <line
                key={angle}
                x1="0"
                x2="0"
                y1="-46"
                y2="-40"
                transform={`rotate(${angle})`}
                className="stroke-edge"
                strokeWidth="2"
              />
            ))}
            <g transform={`rotate(${turns * 360})`} className="transition-transform duration-200">
              <rect x="-6" y="-34" width="12" height="68" rx="3" className="fill-bark" />
              <circle cy="-28" r="4" className="fill-fuel" />
            </g>
          </svg>
          <output className="font-display text-2xl font-semibold tabular-nums">{fraction(counted)}</output>
        </div>
        <div className="grid gap-2">
          <Button look="fuel" className="min-h-14" onClick={by(2)} aria-keyshortcuts="ArrowRight">
            ¼ on
          </Button>
          <Button onClick={by(1)} aria-keyshortcuts="ArrowUp">
            ⅛ on
          </Button>
        </div>
      </div>
      {state.eighths < 0 && (
        <Button look="quiet" className="mt-1 w-full" onClick={() => change({ eighths: 0 })}>
          It is at the stop: 0 turns
        </Button>
      )}
      <p className="text-sm text-rust">{wrongAt("value")}</p>
    </div>
  );
}

const EIGHTHS = ["", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞"];

/** 13 eighths -> "1⅝ turns" */
export function fraction(eighths: number): string {
  const whole = Math.floor(eighths / 8);
  const part = EIGHTHS[eighths % 8] ?? "";
  return `${whole > 0 || !part ? whole : ""}${part} ${eighths > 8 ? "turns" : eighths === 0 ? "turns" : "turn"}`;
}
