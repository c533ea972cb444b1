import { DRAWINGS } from "./drawings";
import { BOX, type Look } from "./pieces";

const LOOK: Record<Look, string> = {
  metal: "fill-bark/60",
  air: "fill-sheet",
  fuel: "fill-fuel/60",
  part: "fill-edge",
  soft: "fill-leaf/60",
  hole: "fill-sheet",
  jet: "fill-fuel",
};
const LARGE = new Set([
  "Bowl",
  "Fuel",
  "Float",
  "Throttle bore",
  "Air cleaner",
  "Second throttle plate",
  "CV piston",
  "Metering diaphragm",
  "Pump diaphragm",
  "Intake joint",
  "Venturi",
  "Heat flap",
]);

/** A family's section as a small picture: what one recognizes it by, nothing to read. */
export function Silhouette({ family, className = "" }: { family: string; className?: string }) {
  const drawing = DRAWINGS[family];
  if (!drawing) return null;
  return (
    <svg viewBox={`0 0 ${BOX.width} ${BOX.height}`} className={className} aria-hidden>
      {drawing.backdrop.map((d) => (
        <path key={d} d={d} className="fill-bark" />
      ))}
      {drawing.pieces
        .filter((piece) => LARGE.has(piece.part))
        .map((piece, i) => (
          <path key={i} d={piece.d} className={LOOK[piece.look]} />
        ))}
      {drawing.risers.map((riser, i) => (
        <path key={i} d={riser.d} className={LOOK[riser.look]} />
      ))}
      {drawing.plates.map((plate, i) => (
        <rect
          key={i}
          x={plate.x - plate.r}
          y={plate.y - 7}
          width={2 * plate.r}
          height="14"
          rx="5"
          transform={`rotate(${(plate.vertical ? 0 : 90) + (plate.turns === "choke" ? 80 : 24)} ${plate.x} ${plate.y})`}
          className="fill-edge"
        />
      ))}
    </svg>
  );
}
