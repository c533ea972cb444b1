import { shown } from "../words/numbers";
import type { Curve } from "../api/types";
import { LevelLines } from "./level-lines";
import { PLOT, plotGeometry } from "./plot-geometry";

const STROKE = ["stroke-fuel", "stroke-leaf", "stroke-rust"] as const;
const FILL = ["fill-fuel", "fill-leaf", "fill-rust"] as const;
const DASH = [undefined, "7 4", "2 4"] as const;

/** A curve with axes, and where one stands on it. Lines differ by dash as well as color. */
export function Plot({ curve, label }: { curve: Curve; label: string }) {
  const drawn = plotGeometry(curve);
  const known = new Set(curve.series.map((one) => one.name));
  // A mark on a line of its own name needs no number: the line is named below.
  const numbered = drawn.marks.filter((mark) => !known.has(mark.name));
  const floor = PLOT.height - PLOT.bottom;
  return (
    <figure>
      <svg
        viewBox={`0 0 ${PLOT.width} ${PLOT.height}`}
        className="h-auto w-full"
        role="img"
        aria-label={summary(curve, label)}
      >
        <LevelLines ticks={drawn.yTicks} up={drawn.up} from={PLOT.left} to={PLOT.width - PLOT.right} />
        {drawn.xTicks.map((tick) => (
          <g key={tick}>
            <line x1={drawn.across(tick)} x2={drawn.across(tick)} y1={floor} y2={floor + 5} className="stroke-edge" />
            <text
              x={drawn.across(tick)}
              y={floor + 19}
              textAnchor="middle"
              fontSize="15"
              className="fill-dim tabular-nums"
            >
              {tick}
            </text>
          </g>
        ))}
        <line x1={PLOT.left} x2={PLOT.width - PLOT.right} y1={floor} y2={floor} className="stroke-edge" />
        <text x={PLOT.width - PLOT.right} y={PLOT.height - 6} textAnchor="end" fontSize="15" className="fill-ink">
          {curve.x.name}
          {unit(curve.x.unit)}
        </text>
        <text x={PLOT.left} y={PLOT.top - 8} fontSize="15" className="fill-ink">
          {curve.y.name}
          {unit(curve.y.unit)}
        </text>
        {drawn.paths.map((one, i) => (
          <g key={one.name}>
            {(!one.dots || drawn.paths.length === 1) && (
              <path
                d={one.path}
                fill="none"
                strokeWidth="2.5"
                strokeDasharray={DASH[i % 3]}
                className={STROKE[i % 3]}
              />
            )}
            {one.dots &&
              one.points.map((point, k) => <circle key={k} cx={point.x} cy={point.y} r="4" className={FILL[i % 3]} />)}
          </g>
        ))}
        {drawn.marks.map((mark, i) => (
          <g key={mark.name}>
            <line
              x1={mark.at.x}
              x2={mark.at.x}
              y1={mark.at.y}
              y2={floor}
              strokeDasharray="3 3"
              className="stroke-ink"
            />
            <circle cx={mark.at.x} cy={mark.at.y} r="6" strokeWidth="2.5" className="fill-sheet stroke-ink" />
            {numbered.length > 1 && (
              <text x={mark.at.x + 8} y={mark.at.y - 9 - i * 2} fontSize="13" className="fill-ink">
                {i + 1}
              </text>
            )}
          </g>
        ))}
      </svg>
      {(drawn.paths.length > 1 || numbered.length > 1) && (
        <figcaption className="flex flex-wrap gap-x-4 gap-y-1 text-sm text-dim">
          {drawn.paths.length > 1 &&
            drawn.paths.map((one, i) => (
              <span key={one.name} className="flex items-center gap-1.5">
                <svg width="26" height="10" aria-hidden>
                  <line
                    x1="0"
                    x2="26"
                    y1="5"
                    y2="5"
                    strokeWidth="3"
                    strokeDasharray={one.dots ? "1 8" : DASH[i % 3]}
                    strokeLinecap="round"
                    className={STROKE[i % 3]}
                  />
                </svg>
                {one.name}
              </span>
            ))}
          {numbered.length > 1 &&
            numbered.map((mark, i) => <span key={mark.name}>{`${i + 1} ${mark.name} (${shown(mark.x)})`}</span>)}
        </figcaption>
      )}
    </figure>
  );
}

function unit(text: string): string {
  return text && text !== "ratio" && text !== "count" ? ` (${text})` : "";
}

function summary(curve: Curve, label: string): string {
  const marks = curve.marks.map(
    (mark) => `${mark.name}: ${shown(mark.y)} ${curve.y.unit} at ${shown(mark.x)} ${curve.x.unit}`,
  );
  return [label, `${curve.y.name} against ${curve.x.name}`, ...marks].join(". ");
}
