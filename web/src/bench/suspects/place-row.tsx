import type { Check, Trace } from "../../api/types";

/** The carburetors, barrels or ends of this machine in a row: which is at fault, which stands off, which has been looked at. */
export function PlaceRow({ trace, check }: { trace: Trace; check: Check | null }) {
  const kinds = trace.machine.places;
  const places = kindOfFound(trace) ?? kinds[check?.per ?? ""] ?? kinds.carburetor ?? Object.values(kinds)[0] ?? [];
  if (places.length < 2) return null;
  const marks = places.map((place) => ({ ...place, mark: markOf(trace, place.id) }));
  return (
    <ul aria-label="Places" className="mb-2 flex flex-wrap gap-1.5 text-sm">
      {marks.map((place) => (
        <li key={place.id} className={`rounded-lg border px-2 py-1 ${place.mark ? LOOK[place.mark] : "border-line"}`}>
          {place.name}
          {place.mark && <strong> {place.mark}</strong>}
        </li>
      ))}
    </ul>
  );
}

const LOOK = {
  found: "border-fuel bg-fuel-soft",
  "stands off": "border-fuel",
  "looked at": "border-leaf",
} as const;

/** Places of the kind that something was found at; undefined where nothing is. */
function kindOfFound(trace: Trace): Trace["machine"]["places"][string] | undefined {
  const found = trace.defects.find((row) => row.status === "open" && row.place)?.place?.id;
  return Object.values(trace.machine.places).find((places) => places.some((place) => place.id === found));
}

function markOf(trace: Trace, id: string): keyof typeof LOOK | null {
  if (trace.defects.some((row) => row.status === "open" && row.place?.id === id)) return "found";
  if (trace.sisters.some((row) => row.odd === id)) return "stands off";
  return trace.findings.some((row) => row.place?.id === id) ? "looked at" : null;
}
