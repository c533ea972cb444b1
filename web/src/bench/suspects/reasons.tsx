import type { Suspect } from "../../api/types";

/** What speaks for and against, in decibans. */
export function Reasons({ reasons }: { reasons: NonNullable<Suspect["reasons"]> }) {
  const rows = [...reasons.for, ...reasons.against];
  if (rows.length === 0) return <p className="mt-1">Nothing found speaks for or against it yet.</p>;
  return (
    <ul className="mt-1">
      {rows.map((reason) => (
        <li key={reason.entry} className="grid grid-cols-[3.2rem_1fr] gap-2">
          <span
            className={`tabular-nums ${reason.decibans > 0 ? "text-fuel" : "text-leaf"}`}
            title="weight of evidence, decibans"
          >
            {reason.decibans > 0 ? "+" : "−"}
            {Math.abs(reason.decibans).toFixed(0)}
          </span>
          <span>{reason.says}</span>
        </li>
      ))}
    </ul>
  );
}
