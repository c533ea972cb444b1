import { OctagonAlert } from "lucide-react";
import { useDesk } from "../desk";

/** Hazards first: what was observed can hurt somebody before it is traced. Stays until it is seen to be gone; short once its caution has been read. */
export function DangerBar() {
  const { job, catalogue } = useDesk();
  const { next, cautions } = job.trace;
  const hazards = catalogue.hazards.filter((hazard) => cautions.danger.includes(hazard.id));
  if (hazards.length === 0) return null;
  const step = catalogue.checks.find((check) => check.id === next.check?.id);
  const atStep = new Set([...(step?.hazards ?? []), ...(next.repair?.hazards ?? [])]);
  return (
    <ul aria-label="Make safe first" className="mb-3 space-y-2">
      {hazards.map((hazard) => (
        <li key={hazard.id} className="flex gap-3 rounded-xl border-l-4 border-rust bg-rust-soft px-3 py-2">
          <OctagonAlert size={20} aria-hidden className="mt-0.5 shrink-0 text-rust" />
          <span>
            <strong>Make safe first: {hazard.name.toLowerCase()}.</strong>{" "}
            {cautions.read.includes(hazard.id)
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
