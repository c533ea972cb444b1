import type { Catalogue, Trace } from "../api/types";
import { lower } from "../words/lower";
import { percent } from "../words/percent";
import { drawBranch, HEIGHT, lineAt, partAt, partNamed, WIDTH, type Limb } from "./geometry";
import { useTweened } from "./tween";

/**
 * The live branch. Limbs move to a new answer within 350 ms. A limb can be opened (click, Enter or space); opened again it is
 * let go. Beside the picture the same stands as a nested list for who does not see it.
 */
export function Branch(props: {
  trace: Trace;
  circuits: Catalogue["circuits"];
  chosen: string | null;
  onChoose: (circuit: string | null) => void;
}) {
  const drawing = drawBranch(useTweened(props.trace), props.circuits);
  return (
    <>
      <svg
        viewBox={`0 ${drawing.box.top} ${WIDTH} ${drawing.box.height}`}
        className="h-auto w-full select-none"
        role="group"
        aria-label="Branch: suspicion by circuit"
      >
        <path d={drawing.trunk} className="fill-bark" />
        <ellipse cx="2" cy={HEIGHT / 2 - 6} rx="5" ry="10" className="fill-fuel-soft stroke-bark" strokeWidth="2" />
        {drawing.limbs.map((limb) => (
          <LimbView
            key={limb.id}
            limb={limb}
            chosen={props.chosen === limb.id}
            where={placesOf(props.trace, limb.twigs[0]?.id)}
            onChoose={() => props.onChoose(props.chosen === limb.id ? null : limb.id)}
          />
        ))}
      </svg>
      <TreeList trace={props.trace} circuits={props.circuits} />
    </>
  );
}

function LimbView({
  limb,
  chosen,
  where,
  onChoose,
}: {
  limb: Limb;
  chosen: boolean;
  /** Where its leading part was found at fault, of several. */
  where: string;
  onChoose: () => void;
}) {
  const part = partNamed(limb);
  const tone = limb.withered ? "fill-line stroke-line" : "fill-fuel stroke-fuel";
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`${limb.name}: ${percent(limb.probability)}${limb.withered ? ", withered" : ""}`}
      className="group cursor-pointer outline-none"
      onClick={onChoose}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        onChoose();
      }}
    >
      <circle cx={limb.tip.x} cy={(limb.tip.y + HEIGHT / 2) / 2} r="34" fill="transparent" />
      <path d={limb.path} strokeWidth={chosen ? 3 : 0.5} className={`${tone} ${chosen ? "stroke-ink!" : ""}`} />
      {limb.twigs.map((twig) => (
        <path key={twig.id} d={twig.path} className="fill-fuel" />
      ))}
      {limb.withered && <path d={leafAt(limb)} className="fill-leaf" />}
      <text
        x={limb.label.x}
        y={limb.label.y}
        textAnchor="middle"
        paintOrder="stroke"
        strokeWidth="4"
        strokeLinejoin="round"
        className={`stroke-sheet font-display ${limb.leading ? "fill-ink font-semibold" : "fill-dim"} ${chosen ? "underline" : ""} group-hover:underline`}
        fontSize={limb.leading ? 16 : 13.5}
      >
        {limb.lines.map((line, i) => (
          <tspan key={line} x={limb.label.x} y={limb.label.y + lineAt(i, limb.lines.length, limb.up)}>
            {line}
          </tspan>
        ))}
        {!limb.withered && <tspan className="fill-fuel"> {percent(limb.probability)}</tspan>}
      </text>
      {part && (
        <text x={limb.label.x} y={partAt(limb)} textAnchor="middle" className="fill-dim" fontSize="13">
          {part.name}
          {where && <tspan className="fill-fuel font-semibold"> {where}</tspan>}
        </text>
      )}
      <rect
        x={limb.tip.x - 46}
        y={limb.up ? limb.tip.y - 56 : limb.tip.y - 30}
        width="92"
        height="88"
        rx="10"
        className="fill-none stroke-transparent group-focus-visible:stroke-fuel"
        strokeWidth="2"
      />
    </g>
  );
}

/** "carburetor 2, carburetor 4": where a part was found at fault. */
function placesOf(trace: Trace, part: string | undefined): string {
  const found = trace.defects.filter((row) => row.part === part && row.status === "open");
  return found.flatMap((row) => (row.place ? [lower(row.place.name)] : [])).join(", ");
}

/** The branch in words: circuits with their share, their leading parts under them. */
function TreeList({ trace, circuits }: { trace: Trace; circuits: Catalogue["circuits"] }) {
  const name = (id: string) => circuits.find((row) => row.id === id)?.name ?? id;
  return (
    <ul className="sr-only" aria-label="Branch in words">
      {[...trace.circuits]
        .sort((a, b) => b.blame - a.blame)
        .map((circuit) => (
          <li key={circuit.id}>
            {name(circuit.id)}: {percent(circuit.blame)}
            <ul>
              {trace.faults
                .filter((fault) => fault.circuit === circuit.id && fault.blame > 0.05)
                .slice(0, 3)
                .map((fault) => (
                  <li key={fault.id}>
                    {fault.name}: {percent(fault.blame)} {placesOf(trace, fault.part)}
                  </li>
                ))}
            </ul>
          </li>
        ))}
    </ul>
  );
}

/** A small leaf where a limb has been cleared. */
function leafAt({ tip, up }: Limb): string {
  const sign = up ? -1 : 1;
  return `M${tip.x} ${tip.y}q5 ${sign * -6} 12 ${sign * -5}q-2 ${sign * 7} -12 ${sign * 5}Z`;
}
