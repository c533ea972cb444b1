import { angleOf, dialTicks } from "../../plot/dial-geometry";
import { shown } from "../../words/numbers";

/** A round gauge with a needle: only shown, never set. */
export function Gauge(props: {
  name: string;
  unit: string;
  range: [number, number];
  places: number;
  value: number | null;
}) {
  const { range } = props;
  const value = props.value ?? range[0];
  return (
    <svg
      viewBox="-120 -112 240 224"
      className="h-auto w-full"
      role="img"
      aria-label={`${props.name}: ${props.value === null ? "no reading" : `${shown(props.value, props.places)} ${props.unit}`}`}
    >
      <circle r="106" className="fill-raised stroke-edge" strokeWidth="4" />
      {dialTicks(range).map((mark) => (
        <g key={mark} transform={`rotate(${angleOf(mark, range)})`}>
          <line y1="-98" y2="-86" strokeWidth="3" className="stroke-ink" />
          <text
            y="-68"
            textAnchor="middle"
            fontSize="15"
            className="fill-ink"
            transform={`rotate(${-angleOf(mark, range)} 0 -72)`}
          >
            {mark >= 1000 ? `${mark / 1000}k` : mark}
          </text>
        </g>
      ))}
      <g
        transform={`rotate(${angleOf(value, range)})`}
        className="transition-transform duration-100 motion-reduce:transition-none"
      >
        <path d="M-4 14L-1.5 -92L1.5 -92L4 14Z" className="fill-rust" />
      </g>
      <circle r="9" className="fill-bark" />
      <text y="46" textAnchor="middle" fontSize="24" className="fill-ink font-display font-semibold tabular-nums">
        {props.value === null ? "-" : shown(props.value, props.places)}
      </text>
      <text y="66" textAnchor="middle" fontSize="15" className="fill-dim">
        {props.unit}
      </text>
      <text y="92" textAnchor="middle" fontSize="15" className="fill-ink">
        {props.name}
      </text>
    </svg>
  );
}
