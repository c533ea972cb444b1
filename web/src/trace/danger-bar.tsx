import { OctagonAlert } from "lucide-react";
import type { Catalogue, Trace } from "../api/types";

/** Hazards first: what was observed can hurt somebody before it is traced. Shown until it is seen to be gone. */
export function DangerBar({ trace, catalogue }: { trace: Trace; catalogue: Catalogue }) {
  if (trace.closing) return null;
  const latest = new Map(trace.findings.filter((row) => row.kind === "symptom").map((row) => [row.id, row.words[0]]));
  const ids = catalogue.symptoms
    .filter((symptom) => symptom.hazard && latest.get(symptom.id) === "present")
    .map((symptom) => symptom.hazard);
  const hazards = catalogue.hazards.filter((hazard) => ids.includes(hazard.id));
  if (hazards.length === 0) return null;
  return (
    <ul aria-label="Make safe first" className="mb-3 space-y-2">
      {hazards.map((hazard) => (
        <li key={hazard.id} className="flex gap-3 rounded-xl border-l-4 border-rust bg-rust-soft px-3 py-2">
          <OctagonAlert size={20} aria-hidden className="mt-0.5 shrink-0 text-rust" />
          <span>
            <strong>Make safe first: {hazard.name.toLowerCase()}.</strong> {hazard.caution}
          </span>
        </li>
      ))}
    </ul>
  );
}
