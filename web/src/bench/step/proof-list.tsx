import { CircleCheck, CircleDashed } from "lucide-react";
import type { ProofItem } from "../../api/types";

/** What is still to be shown after a repair, and what has been. */
export function ProofList({ items }: { items: ProofItem[] }) {
  return (
    <ul className="mb-4 space-y-1" aria-label="Proof">
      {items.map((item) => (
        <li key={`${item.kind} ${item.id}`} className="flex items-center gap-2 text-[15px]">
          {item.done ? (
            <CircleCheck size={18} className="text-leaf" aria-hidden />
          ) : (
            <CircleDashed size={18} className="text-dim" aria-hidden />
          )}
          <span className={item.done ? "text-dim" : ""}>
            {item.kind === "symptom" ? `Gone: ${item.name}` : `Repeated: ${item.name}`}
            <span className="sr-only">{item.done ? " (done)" : " (to do)"}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}
