import type { SettingCurve } from "../api/types";
import { Plot } from "./plot";

/** What was read over what was set, and the peak where it is known. */
export function SettingPlot({
  curve,
  name,
  className = "",
}: {
  curve: SettingCurve;
  name: string;
  className?: string;
}) {
  const points = [...curve.points].sort(([one = 0], [other = 0]) => one - other);
  return (
    <div className={className}>
      <Plot
        label={name}
        curve={{ x: axis(curve.x), y: axis(curve.y), series: [{ name: "Read", points }], marks: peak(curve) }}
      />
    </div>
  );
}

const axis = (one: SettingCurve["x"]) => ({ name: one.name, unit: one.unit ?? "" });

/** The peak stands at the height of the best reading: the curve between is not drawn. */
function peak(curve: SettingCurve) {
  if (curve.peak === null) return [];
  return [{ name: "Peak", x: curve.peak, y: Math.max(...curve.points.map(([, y]) => y ?? 0)) }];
}
