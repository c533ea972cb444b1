import type { EngineReading } from "../../api/types";

export const LONGEST = 3000; // readings, five minutes
export const SHORTEST = 20;
const HEAD = "Time (s),Throttle (%),RPM,MAP (kPa),Lambda";
const IN_AIR = 2; // what a wide-band sensor reads where nothing burns

/** What was read, one line a reading, as a logger would have written it. */
export function logOf(readings: readonly EngineReading[]): string {
  const begun = readings[0]?.time ?? 0;
  const lines = readings.map((one) =>
    [
      (one.time - begun).toFixed(2),
      (100 * one.opened).toFixed(1),
      one.rpm,
      one.pressure.toFixed(2),
      (one.lambda ?? IN_AIR).toFixed(3),
    ].join(","),
  );
  return `${[HEAD, ...lines].join("\n")}\n`;
}
