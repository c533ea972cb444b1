import { OctagonAlert } from "lucide-react";
import type { Catalogue, Job } from "../api/types";

/** Hazards first: what was observed can hurt somebody before it is traced. Stays until it is seen to be gone; short once its caution has been read. */
export function DangerBar({ job, catalogue }: { job: Job; catalogue: Catalogue }) {
  const { trace } = job;
  if (trace.closing) return null;
  const latest = new Map(trace.findings.filter((row) => row.kind === "symptom").map((row) => [row.id, row.words[0]]));
  const ids = catalogue.symptoms
    .filter((symptom) => symptom.hazard && latest.get(symptom.id) === "present")
    .map((symptom) => symptom.hazard);
  const hazards = catalogue.hazards.filter((hazard) => ids.includes(hazard.id));
  if (hazards.length === 0) return null;
  const read = new Set(
    job.entries.filter((one) => one.kind === "caution" && !one.struck).map((one) => one.data.hazard),
  );
  const step = catalogue.checks.find((check) => check.id === trace.next.check?.id);
  const atStep = new Set([...(step?.hazards ?? []), ...(trace.next.repair?.hazards ?? [])]);
  return (
    <ul aria-label="Make safe first" className="mb-3 space-y-2">
      {hazards.map((hazard) => (
        <li key={hazard.id} className="flex gap-3 rounded-xl border-l-4 border-rust bg-rust-soft px-3 py-2">
          <OctagonAlert size={20} aria-hidden className="mt-0.5 shrink-0 text-rust" />
          <span>
            <strong>Make safe first: {hazard.name.toLowerCase()}.</strong>{" "}
            {read.has(hazard.id)
              ? "Read."
              : atStep.has(hazard.id)
                ? "Its caution stands at the step below."
                : hazard.caution}
          </span>
        </li>
      ))}
    </ul>
  );
}
