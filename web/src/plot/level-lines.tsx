/** Lines across a plot at the ticks of its upright axis, each with its number. from, to, up: in units of the drawing */
export function LevelLines(props: { ticks: number[]; up: (value: number) => number; from: number; to: number }) {
  const { from, to } = props;
  return props.ticks.map((tick) => {
    const y = props.up(tick);
    return (
      <g key={tick}>
        <line x1={from} x2={to} y1={y} y2={y} className="stroke-line" />
        <text x={from - 7} y={y + 5} textAnchor="end" fontSize="15" className="fill-dim tabular-nums">
          {tick}
        </text>
      </g>
    );
  });
}
