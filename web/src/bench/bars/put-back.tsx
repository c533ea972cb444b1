import { Check } from "lucide-react";
import { entry } from "../../api/entries";
import { Button } from "../../ui/button";
import { useDesk } from "../desk";

/** What checks took off. It stays here until somebody ticks it as back on. */
export function PutBack() {
  const { job, add } = useDesk();
  const rows = job.trace.put_back;
  if (rows.length === 0 || job.trace.closing) return null;
  return (
    <section
      aria-label="Still off"
      className="mb-3 flex flex-wrap items-center gap-2 rounded-card border border-line bg-raised px-3 py-2"
    >
      <h2 className="text-base">Still off:</h2>
      {rows.map((row) => (
        <Button
          key={row.checks[0]?.id}
          className="text-[15px]"
          onClick={() => void add(...row.checks.map((check) => entry("put_back", { check: check.id })))}
          aria-label={`Back on: ${row.items.join(", ")} (${row.checks.map((check) => check.name).join(", ")})`}
        >
          <Check size={18} aria-hidden /> {row.items.join(", ")}
        </Button>
      ))}
    </section>
  );
}
