import { useMemo, useState } from "react";
import { Link } from "react-router";
import type { Check, Catalogue, Suspect } from "../api/types";
import { percent } from "../words/percent";
import { Segmented } from "../ui/segmented";
import { ACT_WORD, DRAWINGS, placeOf } from "./drawings";
import { BOX, type Look, type Piece } from "./pieces";
import { angleRunning, livelyRunning, ridingAt, risenRunning, type Running } from "./running";
import { blameByPart, plateAngle, risen } from "./suspicion";

const LOOK: Record<Look, string> = {
  metal: "fill-bark/35 stroke-bark",
  air: "fill-sheet stroke-bark",
  fuel: "fill-fuel/25 stroke-none",
  part: "fill-raised stroke-ink",
  soft: "fill-leaf-soft stroke-leaf",
  hole: "fill-sheet stroke-bark",
  jet: "fill-fuel-soft stroke-fuel",
};
const SHOWS = 0.06;

/** The cut-away of a family: parts lit by suspicion, fuel and air moving at a chosen opening, the place of the current check marked. */
export function Section(props: {
  family: string;
  features: ReadonlySet<string>;
  catalogue: Catalogue;
  faults: Pick<Suspect, "part_name" | "blame">[];
  check: Check | null;
  cold: boolean;
  /** Whether the light is a chance to be named; false where a page only points at a part. */
  odds?: boolean;
  /** As an engine runs now, in place of a chosen opening. */
  running?: Running;
}) {
  const { catalogue, running } = props;
  const drawing = DRAWINGS[props.family];
  const [opening, setOpening] = useState("idle");
  const [named, setNamed] = useState<string | null>(null);
  const blame = useMemo(() => blameByPart(props.faults), [props.faults]);
  if (!drawing) return null;
  const fitted = (needs?: string[]) => !needs || needs.every((feature) => props.features.has(feature));
  const pieces = drawing.pieces.filter((one) => fitted(one.needs));
  const feeds = catalogue.primer.feeds;
  const lively = (circuit: string) => (running ? livelyRunning(running, circuit) : level(feeds, circuit, opening));
  const angle = (turns: Parameters<typeof angleRunning>[0]) =>
    running ? angleRunning(turns, running) : plateAngle(turns, opening, props.cold);
  const flows = drawing.flows.filter((one) => fitted(one.needs) && lively(one.circuit) > 0);
  const place = placeOf(drawing, props.check);
  const parts = [
    ...new Set([
      ...pieces.map((one) => one.part),
      ...drawing.plates.filter((one) => fitted(one.needs)).map((one) => one.part),
      ...drawing.risers.map((one) => one.part),
    ]),
  ];
  const hot = parts
    .filter((part) => (blame.get(part) ?? 0) > SHOWS)
    .sort((a, b) => (blame.get(b) ?? 0) - (blame.get(a) ?? 0));
  const pick = (part: string) => ({ onPointerEnter: () => setNamed(part), onClick: () => setNamed(part) });
  return (
    <div>
      {!running && (
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <h2 className="mr-auto text-xl">Section</h2>
          <Segmented
            label="Throttle opening"
            value={opening}
            options={catalogue.primer.openings}
            onChange={setOpening}
          />
        </div>
      )}
      <svg
        viewBox={`0 0 ${BOX.width} ${BOX.height}`}
        className="mt-1 h-auto w-full"
        role="img"
        aria-label={describe(hot, blame, place && `${ACT_WORD[place.act]}: ${props.check?.name ?? ""}`)}
        onPointerLeave={() => setNamed(null)}
      >
        <g>
          {drawing.backdrop.map((d) => (
            <path key={d} d={d} className="fill-bark/30 stroke-bark" strokeWidth="2" strokeLinejoin="round" />
          ))}
          {pieces.map((one, i) => (
            <PieceView
              key={`${one.id} ${i}`}
              piece={one}
              blame={blame.get(one.part) ?? 0}
              named={named === one.part}
              transform={running && ridingAt(one.rides, running.filled)}
              {...pick(one.part)}
            />
          ))}
          {drawing.plates
            .filter((one) => fitted(one.needs))
            .map((one, i) => (
              <g
                key={i}
                transform={`rotate(${(one.vertical ? 0 : 90) + angle(one.turns)} ${one.x} ${one.y})`}
                className="transition-transform duration-300"
                {...pick(one.part)}
              >
                <rect
                  x={one.x - one.r}
                  y={one.y - 4}
                  width={2 * one.r}
                  height="8"
                  rx="3"
                  strokeWidth="1.6"
                  className={`${lit(blame.get(one.part) ?? 0) ? "fill-fuel" : "fill-edge"} stroke-ink`}
                />
              </g>
            ))}
          {drawing.risers.map((one, i) => (
            <g
              key={i}
              transform={`translate(0 ${-one.lift * (running ? risenRunning(running) : risen(opening))})`}
              className="transition-transform duration-300"
            >
              <PieceView
                piece={{ ...one, id: one.part }}
                blame={blame.get(one.part) ?? 0}
                named={named === one.part}
                {...pick(one.part)}
              />
            </g>
          ))}
          {flows.map((one, i) => (
            <path
              key={i}
              d={one.d}
              fill="none"
              strokeLinecap="round"
              strokeLinejoin="round"
              strokeWidth={one.fluid === "fuel" ? 3.4 : 2.4}
              strokeDasharray={one.fluid === "fuel" ? "7 9" : "2 11"}
              pointerEvents="none"
              className={`${one.fluid === "fuel" ? "stroke-fuel" : "stroke-leaf"} flow-${lively(one.circuit)}`}
            />
          ))}
          {place && (
            <g pointerEvents="none">
              <circle
                cx={place.spot.x}
                cy={place.spot.y}
                r="19"
                fill="none"
                strokeWidth="3"
                className="spot-ring stroke-rust"
              />
              <circle
                cx={place.spot.x}
                cy={place.spot.y}
                r="19"
                fill="none"
                strokeWidth="3.5"
                className="stroke-rust"
              />
              <SpotLabel x={place.spot.x} y={place.spot.y} text={ACT_WORD[place.act]} />
            </g>
          )}
        </g>
      </svg>
      <p className="flex min-h-11 flex-wrap items-center gap-x-3 text-sm" aria-live="polite">
        {named ? (
          <PartLine part={named} blame={blame.get(named) ?? 0} catalogue={catalogue} />
        ) : (
          <span className="text-dim">
            {props.odds === false ? "" : `${litWords(hot, blame)} `}
            Orange dashes are fuel, green dots are air.
          </span>
        )}
      </p>
      <details className="text-sm">
        <summary className="min-h-11 cursor-pointer content-center text-dim">
          Parts in this drawing ({parts.length})
        </summary>
        <ul className="flex flex-wrap gap-1.5 pb-2">
          {parts.map((part) => (
            <li key={part}>
              <button
                type="button"
                aria-pressed={named === part}
                onFocus={() => setNamed(part)}
                onClick={() => setNamed(part)}
                className="min-h-11 rounded-lg border border-line bg-raised px-2.5 hover:border-fuel aria-pressed:border-fuel"
              >
                {part}
                {(blame.get(part) ?? 0) > SHOWS && <span className="text-fuel"> {percent(blame.get(part) ?? 0)}</span>}
              </button>
            </li>
          ))}
        </ul>
      </details>
    </div>
  );
}

function litWords(hot: string[], blame: Map<string, number>): string {
  const leading = hot.slice(0, 4).map((part) => `${part} ${percent(blame.get(part) ?? 0)}`);
  return leading.length > 0 ? `Lit: ${leading.join(", ")}.` : "Nothing stands out yet.";
}

/** Circuits without a row of their own (air, cold, shut-down) move whenever the engine runs. */
function level(feeds: Catalogue["primer"]["feeds"], circuit: string, opening: string): number {
  const row = feeds[circuit];
  if (circuit === "cold") return 0;
  return row ? (row[opening] ?? 0) : ({ idle: 1, "tip-in": 1, cruise: 2, full: 3 }[opening] ?? 1);
}

function lit(blame: number): boolean {
  return blame > SHOWS;
}

function PieceView({
  piece,
  blame,
  named,
  transform,
  ...events
}: {
  piece: Pick<Piece, "d" | "look" | "id">;
  blame: number;
  named: boolean;
  transform?: string | undefined;
  onPointerEnter: () => void;
  onClick: () => void;
}) {
  return (
    <g {...events} {...(transform && { transform, className: "transition-transform duration-300" })}>
      <path d={piece.d} strokeWidth={named ? 3 : 1.5} strokeLinejoin="round" className={LOOK[piece.look]} />
      {lit(blame) && (
        <path
          d={piece.d}
          strokeWidth="2.5"
          strokeLinejoin="round"
          className="fill-fuel stroke-fuel"
          fillOpacity={0.25 + 0.7 * Math.sqrt(blame)}
        />
      )}
    </g>
  );
}

/** Beside its ring, on the side where there is room. */
function SpotLabel({ x, y, text }: { x: number; y: number; text: string }) {
  const right = x < BOX.width - 150;
  const width = text.length * 8.4 + 14;
  const left = right ? x + 24 : x - 24 - width;
  const top = Math.min(Math.max(y - 14, 2), BOX.height - 30);
  return (
    <g>
      <rect x={left} y={top} width={width} height="27" rx="7" className="fill-rust" />
      <text x={left + width / 2} y={top + 18.5} textAnchor="middle" fontSize="16" className="fill-sheet font-semibold">
        {text}
      </text>
    </g>
  );
}

function PartLine({ part, blame, catalogue }: { part: string; blame: number; catalogue: Catalogue }) {
  const fault = catalogue.faults.find((row) => row.part_name === part);
  return (
    <>
      <strong className="font-display text-base">{part}</strong>
      {lit(blame) && <span className="text-fuel">{percent(blame)}</span>}
      {fault && (
        <Link to={`/handbook?on=circuits&id=${fault.circuit}`} className="inline-flex min-h-11 items-center">
          In the handbook
        </Link>
      )}
    </>
  );
}

function describe(hot: string[], blame: Map<string, number>, place: string | null): string {
  const parts = hot.slice(0, 5).map((part) => `${part} ${percent(blame.get(part) ?? 0)}`);
  return `Cut-away of the carburetor. ${parts.length > 0 ? `Lit by suspicion: ${parts.join(", ")}.` : "No part stands out."}${place ? ` ${place}.` : ""}`;
}
