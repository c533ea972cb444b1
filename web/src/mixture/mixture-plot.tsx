import type { MixturePoint } from "../api/types";
import { LevelLines } from "../plot/level-lines";
import { shown } from "../words/numbers";
import { CIRCUITS, mixtureGeometry, type Circuit, type Field } from "./mixture-geometry";

export const CIRCUIT_NAMES: Record<Circuit, string> = {
  idle: "Idle",
  transition: "Slot or holes",
  main: "Main",
  power: "Power",
  second: "Second barrels",
};

/** Circuits differ by hatching as well as by color. */
const LOOK: Record<Circuit, { fill: string; hatch: string | null }> = {
  idle: { fill: "fill-leaf-soft", hatch: null },
  transition: { fill: "fill-leaf-soft", hatch: "M0 6 L6 0" },
  main: { fill: "fill-fuel-soft", hatch: null },
  power: { fill: "fill-fuel-soft", hatch: "M0 0 L6 6" },
  second: { fill: "fill-raised", hatch: "M0 3 L6 3" },
};

/** Lambda from idle to full, and below it what each circuit gives. at: the throttle position looked at, 0 to 100 */
export function MixturePlot(props: {
  points: MixturePoint[];
  beside: MixturePoint[];
  measured: [number, number][];
  at: MixturePoint | null;
  label: string;
  field: Field;
}) {
  const { field } = props;
  const drawn = mixtureGeometry(field, props.points, props.beside, props.measured);
  const floor = field.height - field.bottom;
  const right = field.width - field.right;
  return (
    <svg
      viewBox={`0 0 ${field.width} ${field.height}`}
      className="h-auto w-full"
      role="img"
      aria-label={summary(props.label, props.points)}
    >
      <defs>
        {CIRCUITS.map((circuit) => {
          const { hatch } = LOOK[circuit];
          return (
            hatch && (
              <pattern key={circuit} id={`hatch-${circuit}`} width="6" height="6" patternUnits="userSpaceOnUse">
                <path d={hatch} className="stroke-edge" strokeWidth="1" fill="none" />
              </pattern>
            )
          );
        })}
      </defs>
      <text x={field.left} y={field.top - 9} fontSize="14" className="fill-ink">
        Lambda: up is lean
      </text>
      <LevelLines ticks={drawn.up.ticks(6)} up={drawn.up} from={field.left} to={right} />
      <line
        x1={field.left}
        x2={right}
        y1={drawn.up(1)}
        y2={drawn.up(1)}
        className="stroke-edge"
        strokeDasharray="2 3"
      />
      {drawn.other && (
        <path d={drawn.other} fill="none" strokeWidth="2.5" strokeDasharray="7 4" className="stroke-leaf" />
      )}
      <path d={drawn.curve} fill="none" strokeWidth="3" className="stroke-fuel" />
      {drawn.measured.map((point, i) => (
        <path
          key={i}
          d={`M${point.x - 6} ${point.y} h12 M${point.x} ${point.y - 6} v12`}
          strokeWidth="2.5"
          className="stroke-ink"
        />
      ))}
      <text x={field.left} y={field.split + field.gap - 9} fontSize="14" className="fill-ink">
        Part of the fuel by circuit
      </text>
      {drawn.layers.map((layer) => (
        <g key={layer.circuit}>
          <path d={layer.path} className={`${LOOK[layer.circuit].fill} stroke-edge`} strokeWidth="1" />
          {LOOK[layer.circuit].hatch && <path d={layer.path} fill={`url(#hatch-${layer.circuit})`} />}
        </g>
      ))}
      {drawn.layers.map(
        (layer) =>
          layer.name && (
            <text
              key={layer.circuit}
              x={layer.name.x}
              y={layer.name.y + 5}
              textAnchor="middle"
              fontSize="14"
              strokeWidth="4"
              paintOrder="stroke"
              className="fill-ink stroke-sheet"
            >
              {CIRCUIT_NAMES[layer.circuit]}
            </text>
          ),
      )}
      {[0, 20, 40, 60, 80, 100].map((tick) => (
        <text
          key={tick}
          x={drawn.across(tick)}
          y={floor + 18}
          textAnchor={tick === 100 ? "end" : "middle"}
          fontSize="14"
          className="fill-dim tabular-nums"
        >
          {tick === 0 ? "idle" : tick}
        </text>
      ))}
      <text x={right} y={field.height - 6} textAnchor="end" fontSize="14" className="fill-ink">
        Throttle (% of its way)
      </text>
      {props.at && (
        <g>
          <line
            x1={drawn.across(props.at.opening * 100)}
            x2={drawn.across(props.at.opening * 100)}
            y1={field.top}
            y2={floor}
            className="stroke-ink"
            strokeDasharray="3 3"
          />
          {props.at.lambda !== null && (
            <circle
              cx={drawn.across(props.at.opening * 100)}
              cy={drawn.up(props.at.lambda)}
              r="6"
              strokeWidth="2.5"
              className="fill-sheet stroke-ink"
            />
          )}
        </g>
      )}
    </svg>
  );
}

function summary(label: string, points: MixturePoint[]): string {
  const told = [0, 0.25, 0.5, 1].flatMap((opening) => {
    const point = points.find((one) => one.opening >= opening);
    return point ? [`lambda ${shown(point.lambda)} at ${Math.round(point.opening * 100)} % throttle`] : [];
  });
  return [label, ...told].join(", ");
}
