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
          key={row.check}
          className="text-[15px]"
          onClick={() => void add(entry("put_back", { check: row.check }))}
          aria-label={`Back on: ${row.items.join(", ")} (${row.name})`}
        >
          <Check size={18} aria-hidden /> {row.items.join(", ")}
        </Button>
      ))}
    </section>
  );
}
