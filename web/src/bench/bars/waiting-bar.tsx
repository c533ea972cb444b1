import { Hourglass } from "lucide-react";
import { Button } from "../../ui/button";
import { useNow } from "../../ui/use-now";
import { waitWords } from "../../words/waiting";
import { useDesk } from "../desk";

/** What the job is put aside for, and how long still. */
export function WaitingBar({ onOpen }: { onOpen: () => void }) {
  const { waiting } = useDesk().job.trace;
  const now = useNow(1000);
  if (!waiting) return null;
  return (
    <section
      aria-label="Waiting"
      className="mb-3 flex flex-wrap items-center gap-3 rounded-card border border-fuel bg-fuel-soft px-4 py-2"
    >
      <Hourglass size={20} aria-hidden className="text-fuel" />
      <p className="flex-1">
        <strong>{waitWords(waiting, now)}</strong>
        {waiting.text ? `. ${waiting.text}` : ""}
      </p>
      <Button onClick={onOpen}>Change</Button>
    </section>
  );
}
