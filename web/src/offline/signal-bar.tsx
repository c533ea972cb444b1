import { CloudOff } from "lucide-react";
import { useAway } from "../kept/signal";

/** On every page while nothing answers: what still goes, and what happens with what is entered. */
export function SignalBar() {
  if (!useAway()) return null;
  return (
    <p role="status" className="flex items-center gap-2 bg-fuel-soft px-4 py-2 print:hidden">
      <CloudOff size={20} aria-hidden className="shrink-0" />
      No signal. What was opened before is here as it stood; what you enter is kept, and sent when the server answers.
    </p>
  );
}
