import { Eye } from "lucide-react";
import type { ComponentProps } from "react";

/** Own drawings where a common icon set has none: parts and acts of the bench. 24 x 24, one stroke, like the set beside them. */
function icon(paths: string[]) {
  return function Icon({ size = 20, ...props }: ComponentProps<"svg"> & { size?: number }) {
    return (
      <svg
        viewBox="0 0 24 24"
        width={size}
        height={size}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.8"
        strokeLinecap="round"
        strokeLinejoin="round"
        aria-hidden
        {...props}
      >
        {paths.map((d) => (
          <path key={d} d={d} />
        ))}
      </svg>
    );
  };
}

export const NeedleIcon = icon(["M9 3h6v10l-3 8-3-8Z", "M9 7h6", "M4 21h4M16 21h4"]);
export const SeatIcon = icon(["M4 5h5l1 8h4l1-8h5", "M4 5v14h16V5", "M12 13v6"]);
export const FloatIcon = icon(["M3 15q2-2 4.5 0t4.5 0 4.5 0 4.5 0", "M7 12a4.5 3.5 0 1 1 9 0", "M12 8 20 4"]);
export const ShotIcon = icon(["M5 4h6l2 3h4", "M17 7v2", "M16 12l-2 3M18 12v4M20 11l2 3", "M5 4v6M11 4v3"]);
export const JetIcon = icon(["M8 3h8v5l-2 2v11h-4V10L8 8Z", "M12 3v18"]);
export const PlateIcon = icon(["M5 3v18M19 3v18", "M6.5 15.5l11-7", "M12 10.8a1.2 1.2 0 1 0 .01 0"]);
export const ScrewIcon = icon(["M8 3h8v4l-4 4-4-4Z", "M9 10.5l6 2M9 13.5l6 2M12 11v8l0 2", "M10 5h4"]);
export const GaugeIcon = icon([
  "M4 17a9 9 0 1 1 16 0",
  "M12 15l4-6",
  "M12 15a1 1 0 1 0 .01 0",
  "M6 12h1M12 7V6M17 12h1",
]);
export const LeafIcon = icon(["M5 19C4 10 10 4 20 4c0 10-6 16-15 15Z", "M5 19 14 10"]);

/** The drawings that the catalogue names for its checks. */
const OF_CHECK = {
  shot: ShotIcon,
  float: FloatIcon,
  seat: SeatIcon,
  needle: NeedleIcon,
  jet: JetIcon,
  screw: ScrewIcon,
  plate: PlateIcon,
  gauge: GaugeIcon,
} as const;

/** The drawing of a check, or an eye. */
export function CheckIcon({ icon, size = 28 }: { icon: keyof typeof OF_CHECK | null; size?: number }) {
  const Icon = icon ? OF_CHECK[icon] : null;
  return Icon ? <Icon size={size} /> : <Eye size={size} aria-hidden />;
}
