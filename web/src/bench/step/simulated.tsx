import { useMutation } from "@tanstack/react-query";
import { FlaskConical } from "lucide-react";
import { useEffect, useRef, type ReactNode } from "react";
import { api } from "../../api/client";
import { ApiError } from "../../api/problem";
import { useKeys, useShown } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { useDesk } from "../desk";

const UNREADABLE = "/problems/unreadable";

/**
 * In a practice: asks the hidden machine, and records what it shows. Nothing where the machine is a real one. What comes
 * when the job has gone on in the meantime, or something else was recorded, answers a step that is no more: it is let go.
 */
export function Simulated<T>(props: {
  /** What is done to the machine: "Look". */
  name: string;
  disabled?: boolean;
  ask: (job: string) => Promise<T>;
  onAnswer: (answer: T) => void;
  /** What can be done where it gives nothing to read. */
  unreadable?: ReactNode;
}) {
  const { job, parcels } = useDesk();
  const now = `${job.version} ${parcels.length}`;
  const latest = useRef(now);
  useEffect(() => {
    latest.current = now;
  });
  const asked = useMutation<T, Error, string>({ mutationFn: () => props.ask(job.id) });
  const here = asked.variables === now; // what is under way, or failed, is of this step
  const shown = useShown();
  const ready = !props.disabled && !(here && asked.isPending);
  // Heard only while this stands on the page.
  const act = () => asked.mutate(now, { onSuccess: (answer) => latest.current === now && props.onAnswer(answer) });
  useKeys("The step", [["Enter", props.name, act]], job.practice && ready);
  if (!job.practice || job.trace.closing) return null;
  return (
    <div className="mt-3">
      <Button look="fuel" className="w-full" disabled={!ready} onClick={act} aria-keyshortcuts={shown("Enter")}>
        <FlaskConical size={18} aria-hidden /> {here && asked.isPending ? "..." : props.name}
      </Button>
      {here && asked.error && (
        <>
          <p role="alert" className="mt-2 border-l-4 border-rust bg-rust-soft px-3 py-2">
            {asked.error.message}
          </p>
          {asked.error instanceof ApiError && asked.error.problem.type === UNREADABLE && props.unreadable}
        </>
      )}
    </div>
  );
}

/** Whether a complaint shows: now, under a condition, or made to happen again. */
export const askMachine = (body: Parameters<typeof api.practiceAsk>[1]) => (job: string) => api.practiceAsk(job, body);
