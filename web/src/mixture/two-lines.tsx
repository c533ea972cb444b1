import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { LevelLines } from "../plot/level-lines";

const FIELD = { width: 400, height: 230, left: 46, right: 18, top: 28, bottom: 42 };

export type Points = [number, number | null][];

/** Two courses over the same axes: that of now in full, that of before dashed. */
export function TwoLines(props: { title: string; across: string; now: Points; was: Points; least?: number }) {
  const all = [...props.now, ...props.was];
  const heights = all.map(([, y]) => y).filter((y): y is number => y !== null);
  const x = scaleLinear()
    .domain([Math.min(...all.map(([at]) => at)), Math.max(...all.map(([at]) => at))])
    .range([FIELD.left, FIELD.width - FIELD.right]);
  const y = scaleLinear()
    .domain([props.least ?? Math.min(...heights), Math.max(...heights)])
    .nice(4)
    .range([FIELD.height - FIELD.bottom, FIELD.top]);
  const draw = line<[number, number | null]>(
    ([at]) => x(at),
    ([, value]) => y(value ?? 0),
  )
    .defined(([, value]) => value !== null)
    .digits(1);
  return (
    <svg viewBox={`0 0 ${FIELD.width} ${FIELD.height}`} className="h-auto w-full" role="img" aria-label={props.title}>
      <text x={FIELD.left} y={FIELD.top - 10} fontSize="15" className="fill-ink">
        {props.title}
      </text>
      <LevelLines ticks={y.ticks(4)} up={y} from={FIELD.left} to={FIELD.width - FIELD.right} />
      <path d={draw(props.was) ?? ""} fill="none" strokeWidth="2.5" strokeDasharray="7 4" className="stroke-leaf" />
      <path d={draw(props.now) ?? ""} fill="none" strokeWidth="3" className="stroke-fuel" />
      {x.ticks(5).map((tick) => (
        <text
          key={tick}
          x={x(tick)}
          y={FIELD.height - FIELD.bottom + 19}
          textAnchor="middle"
          fontSize="15"
          className="fill-dim tabular-nums"
        >
          {tick}
        </text>
      ))}
      <text x={FIELD.width - FIELD.right} y={FIELD.height - 5} textAnchor="end" fontSize="15" className="fill-ink">
        {props.across}
      </text>
    </svg>
  );
}
