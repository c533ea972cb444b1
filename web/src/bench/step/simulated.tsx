import { useMutation } from "@tanstack/react-query";
import { FlaskConical } from "lucide-react";
import type { ReactNode } from "react";
import { api } from "../../api/client";
import { ApiError } from "../../api/problem";
import { useKeys, useShown } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { useDesk } from "../desk";

const UNREADABLE = "/problems/unreadable";

/** In a practice: asks the hidden machine, and records what it shows. Nothing where the machine is a real one. */
export function Simulated<T>(props: {
  /** What is done to the machine: "Look". */
  name: string;
  disabled?: boolean;
  ask: (job: string) => Promise<T>;
  onAnswer: (answer: T) => void;
  /** What can be done where it gives nothing to read. */
  unreadable?: ReactNode;
}) {
  const { job } = useDesk();
  const asked = useMutation({ mutationFn: () => props.ask(job.id), onSuccess: props.onAnswer });
  const shown = useShown();
  const ready = !props.disabled && !asked.isPending;
  const act = () => asked.mutate();
  useKeys("The step", [["Enter", props.name, act]], job.practice && ready);
  if (!job.practice || job.trace.closing) return null;
  return (
    <div className="mt-3">
      <Button look="fuel" className="w-full" disabled={!ready} onClick={act} aria-keyshortcuts={shown("Enter")}>
        <FlaskConical size={18} aria-hidden /> {asked.isPending ? "..." : props.name}
      </Button>
      {asked.error && (
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
