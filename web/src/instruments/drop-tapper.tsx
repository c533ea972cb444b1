import { Droplet } from "lucide-react";
import { useKeys, useShown } from "../keys/use-keys";
import { Button } from "../ui/button";
import { useKept } from "../kept/use-kept";
import type { InstrumentProps } from "./kinds";
import { useStopwatch } from "./stopwatch";
import { dropsData } from "./to-reading";
import { useTold } from "./use-told";

/** Tap at each drop, or press D; the clock runs from the start until it is stopped. */
export function DropTapper({ keep, onData, wrongAt }: InstrumentProps) {
  const [state, change] = useKept(keep, { drops: 0, seconds: 0 });
  const watch = useStopwatch(keep);
  useTold(dropsData(state), onData);
  const drop = () => {
    if (watch.running) change((now) => ({ drops: now.drops + 1 }));
  };
  const startOrStop = () => {
    if (watch.running) {
      change({ seconds: Math.round(watch.stop() * 10) / 10 });
      return;
    }
    change({ drops: 0, seconds: 0 });
    watch.start();
  };
  const shown = useShown();
  useKeys("The instrument", [
    ["d", "A drop", drop],
    [" ", "Start and stop the clock", startOrStop],
  ]);
  return (
    <div className="grid gap-2">
      <div className="grid grid-cols-2 gap-2">
        <Button
          look={watch.running ? "plain" : "fuel"}
          className="min-h-24 flex-col"
          onClick={startOrStop}
          aria-keyshortcuts="Space"
        >
          <span className="font-display text-3xl tabular-nums">{watch.elapsed.toFixed(1)} s</span>
          <span className="text-sm">{watch.running ? "Stop (space bar)" : "Start the clock (space bar)"}</span>
        </Button>
        <Button
          look={watch.running ? "fuel" : "plain"}
          className="min-h-24 flex-col"
          disabled={!watch.running}
          onClick={drop}
          aria-keyshortcuts={shown("d")}
        >
          <span className="flex items-center gap-2 font-display text-3xl tabular-nums">
            <Droplet aria-hidden /> {state.drops}
          </span>
          <span className="text-sm">A drop{shown("d") && " (D)"}</span>
        </Button>
      </div>
      <p className="text-sm text-dim">Watch half a minute at least; no drop at all is an answer too.</p>
      <p className="text-sm text-rust">{wrongAt("inputs/drops") ?? wrongAt("inputs/seconds")}</p>
    </div>
  );
}
