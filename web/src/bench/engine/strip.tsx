import type { EngineReading } from "../../api/types";

const WIDE = 400;
const HIGH = 70;
const SPAN = 30; // s

/** The speed over the last half minute. top: rpm at the upper edge */
export function Strip({ readings, top }: { readings: EngineReading[]; top: number }) {
  const last = readings.at(-1)?.time ?? 0;
  const points = readings.filter((one) => one.time > last - SPAN);
  const path = points
    .map((one) => {
      const x = WIDE - ((last - one.time) / SPAN) * WIDE;
      const y = HIGH - (Math.min(one.rpm, top) / top) * (HIGH - 4) - 2;
      return `${x.toFixed(1)} ${y.toFixed(1)}`;
    })
    .join(" L");
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      className="h-auto w-full rounded-lg border border-line bg-raised"
      role="img"
      aria-label={`Speed over the last half minute: ${points.at(-1)?.rpm ?? 0} rpm now`}
    >
      {path && <path d={`M${path}`} fill="none" strokeWidth="2.5" className="stroke-fuel" />}
    </svg>
  );
}
