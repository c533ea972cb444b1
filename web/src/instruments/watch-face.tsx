import { useKeys } from "../keys/use-keys";
import { Button } from "../ui/button";
import type { useStopwatch } from "./stopwatch";

/** The running time, large, and one key for start and stop: the space bar, or the whole face. */
export function WatchFace({
  watch,
  onStop,
  stopName = "Stop",
}: {
  watch: ReturnType<typeof useStopwatch>;
  onStop: (seconds: number) => void;
  stopName?: string;
}) {
  const press = () => (watch.running ? onStop(round(watch.stop())) : watch.start());
  useKeys("The instrument", [[" ", "Start and stop the clock", press]]);
  return (
    <Button
      look={watch.running ? "fuel" : "plain"}
      className="min-h-24 w-full flex-col gap-0!"
      onClick={press}
      aria-keyshortcuts="Space"
      aria-label={`${watch.running ? stopName : "Start"}: ${watch.elapsed.toFixed(1)} seconds`}
    >
      <span className="font-display text-4xl tabular-nums" aria-hidden>
        {watch.elapsed.toFixed(watch.running ? 1 : 2)} s
      </span>
      <span className="text-sm">{watch.running ? `${stopName} (space bar)` : "Start (space bar)"}</span>
    </Button>
  );
}

function round(seconds: number): number {
  return Math.round(seconds * 100) / 100;
}
