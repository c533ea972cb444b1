import type { Check, Judged } from "../api/types";
import { digitsFor, shown } from "../words/numbers";
import { percent } from "../words/percent";
import { Plot } from "../plot/plot";
import { bell, SCALE_WIDTH, scaleOf } from "../plot/scale-geometry";

const FROM: Record<string, string> = {
  trade: "usual in the trade",
  family: "usual for this family",
  school: "the shop's school",
  card: "spec card",
  job: "this job's own",
};

/** What the reading says: limits to scale with the uncertainty over them, then in words. */
export function Verdict({ judged, check }: { judged: Judged; check: Check }) {
  // Without a figure to judge it by there is no word: it is held against its sisters.
  const leading = [...judged.chances].sort((one, other) => other.chance - one.chance)[0];
  const healthy = check.outcomes.find((row) => row.id === leading?.id)?.kind === "healthy";
  return (
    <div className="mt-3 rounded-xl border border-line bg-raised p-3" role="status">
      <p className="flex flex-wrap items-baseline gap-x-3">
        {judged.value !== null && (
          <span className="font-display text-xl font-semibold tabular-nums">
            {shown(judged.value, digitsFor(judged.uncertainty))}
            {judged.uncertainty ? ` ± ${shown(2 * judged.uncertainty, digitsFor(judged.uncertainty))}` : ""}{" "}
            {judged.unit === "ratio" ? "" : judged.unit}
          </span>
        )}
        {leading ? (
          <>
            <span
              className={`font-display text-xl font-semibold ${judged.too_close ? "text-rust" : healthy ? "text-leaf" : "text-fuel"}`}
            >
              {judged.too_close ? "Too close to call" : leading.name}
            </span>
            <span className="text-dim tabular-nums">{percent(leading.chance)}</span>
          </>
        ) : (
          <span className="text-dim">No figure is known: it is held against its sisters.</span>
        )}
      </p>
      {judged.value !== null && judged.cuts && <LimitScale judged={judged} check={check} />}
      {judged.curve && <Plot curve={judged.curve} label={check.name} />}
      {!judged.cuts && leading && <Chances judged={judged} />}
      {judged.too_close && (
        <p className="mt-1 font-semibold text-rust">Measure again, or with a finer instrument: repeats narrow it.</p>
      )}
      {judged.says.map((line) => (
        <p key={line} className="mt-1">
          {line}
        </p>
      ))}
      {judged.facts.length > 1 && (
        <dl className="mt-2 flex flex-wrap gap-x-5 gap-y-0.5 text-sm text-dim">
          {judged.facts.map((fact) => (
            <div key={fact.name} className="flex gap-1.5">
              <dt>{fact.name}</dt>
              <dd className="text-ink tabular-nums">
                {fact.value} {["ratio", "count"].includes(fact.unit) ? "" : fact.unit}
              </dd>
            </div>
          ))}
        </dl>
      )}
      <p className="mt-1 text-sm text-dim">
        {judged.cuts &&
          `Limits: ${FROM[judged.limit.from ?? "trade"]}${judged.limit.card ? ` ${judged.limit.card}` : ""}`}
        {judged.cuts && judged.limit.date ? `, ${judged.limit.date}` : ""}
        {judged.limit.source && judged.cuts ? `. ${judged.limit.source}` : judged.limit.source}
      </p>
    </div>
  );
}

function LimitScale({ judged, check }: { judged: Judged; check: Check }) {
  const value = judged.value ?? 0;
  const u = judged.uncertainty ?? 0;
  const words = check.reading?.words ?? [];
  const scale = scaleOf(value, u, judged.cuts ?? [], words, judged.physical);
  const kind = (word: string) => check.outcomes.find((row) => row.id === word)?.kind;
  return (
    <svg viewBox={`0 0 ${SCALE_WIDTH} 92`} className="mt-1 h-auto w-full" aria-hidden>
      {scale.zones.map((zone, i) => (
        <g key={zone.word}>
          <rect
            x={zone.from}
            y="44"
            width={Math.max(zone.to - zone.from, 0)}
            height="16"
            className={kind(zone.word) === "healthy" ? "fill-leaf-soft stroke-leaf" : "fill-rust-soft stroke-rust"}
            strokeDasharray={kind(zone.word) === "healthy" ? undefined : "4 3"}
          />
          {zone.to - zone.from > 46 && (
            <text x={(zone.from + zone.to) / 2} y="57" fontSize="13" textAnchor="middle" className="fill-ink">
              {check.outcomes.find((row) => row.id === zone.word)?.name}
            </text>
          )}
          {i > 0 && (
            <text x={zone.from} y="78" fontSize="14" textAnchor="middle" className="fill-dim tabular-nums">
              {shown(judged.cuts?.[i - 1], 2).replace(/\.?0+$/, "")}
            </text>
          )}
        </g>
      ))}
      <path d={bell(value, u, scale.at, 44, 34)} className="fill-fuel/25 stroke-fuel" strokeWidth="2" />
      <line x1={scale.at(value)} x2={scale.at(value)} y1="6" y2="62" strokeWidth="3" className="stroke-ink" />
      <line
        x1={scale.at(value - 2 * u)}
        x2={scale.at(value + 2 * u)}
        y1="67"
        y2="67"
        strokeWidth="3"
        className="stroke-ink"
      />
      <text x={SCALE_WIDTH - 4} y="90" fontSize="13" textAnchor="end" className="fill-dim">
        {judged.limit_unit === "ratio" ? "" : judged.limit_unit}
      </text>
    </svg>
  );
}

function Chances({ judged }: { judged: Judged }) {
  return (
    <ul className="mt-2 space-y-1">
      {judged.chances
        .filter((row) => row.chance > 0.005)
        .sort((a, b) => b.chance - a.chance)
        .map((row) => (
          <li key={row.id} className="flex items-center gap-2 text-[15px]">
            <span className="h-2.5 w-24 shrink-0 rounded-full bg-line">
              <span className="block h-full rounded-full bg-fuel" style={{ width: `${row.chance * 100}%` }} />
            </span>
            <span className="w-12 shrink-0 text-right tabular-nums">{percent(row.chance)}</span> {row.name}
          </li>
        ))}
    </ul>
  );
}
