import type { Learning } from "../../api/types";
import { percent } from "../../words/percent";

type Curve = Learning["record"]["calibration"]["curve"];

const SIZE = 300;
const LEFT = 46;
const FOOT = 40;
const across = (share: number) => LEFT + share * (SIZE - LEFT - 16);
const up = (share: number) => SIZE - FOOT - share * (SIZE - FOOT - 12);

/** What was said against how often it was so, each with its interval; larger where more was said. */
export function Reliability({ curve }: { curve: Curve }) {
  const told = curve.map((row) => `said ${percent(row.said)}: so in ${row.seen.seen} of ${row.seen.of}`);
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      className="mx-auto my-2 h-auto w-full max-w-80"
      role="img"
      aria-label={told.join("; ")}
    >
      {[0, 0.25, 0.5, 0.75, 1].map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={across(1)} y1={up(tick)} y2={up(tick)} className="stroke-line" />
          <text x={LEFT - 6} y={up(tick) + 5} textAnchor="end" fontSize="13" className="fill-dim tabular-nums">
            {tick * 100}
          </text>
          <text
            x={across(tick)}
            y={SIZE - FOOT + 17}
            textAnchor="middle"
            fontSize="13"
            className="fill-dim tabular-nums"
          >
            {tick * 100}
          </text>
        </g>
      ))}
      <line
        x1={across(0)}
        x2={across(1)}
        y1={up(0)}
        y2={up(1)}
        strokeDasharray="6 4"
        strokeWidth="1.5"
        className="stroke-edge"
      />
      {curve.map((row) => (
        <g key={row.from}>
          <line
            x1={across(row.said)}
            x2={across(row.said)}
            y1={up(row.seen.interval[0] ?? 0)}
            y2={up(row.seen.interval[1] ?? 1)}
            strokeWidth="2"
            className="stroke-leaf"
          />
          <circle
            cx={across(row.said)}
            cy={up(row.seen.share ?? 0)}
            r={Math.min(4 + Math.sqrt(row.seen.of) / 3, 11)}
            strokeWidth="2"
            className="fill-fuel stroke-sheet"
          />
        </g>
      ))}
      <text x={across(1)} y={SIZE - 4} textAnchor="end" fontSize="14" className="fill-ink">
        held for likely, %
      </text>
      <text x={LEFT + 4} y={up(1) + 16} fontSize="14" className="fill-ink">
        was so, %
      </text>
    </svg>
  );
}
