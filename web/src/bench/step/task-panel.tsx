import { useState } from "react";
import { entry } from "../../api/entries";
import type { NextStep } from "../../api/types";
import { useKeys } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { TextField } from "../../ui/text-field";
import { useDesk } from "../desk";
import { Cautions, useCautions } from "./cautions";

/** A piece of work of the plan: done, or left out with the reason. */
export function TaskPanel() {
  const { task, reason } = useDesk().job.trace.next;
  return task && <OneTask key={task.task} task={task} reason={reason} />;
}

function OneTask({ task, reason }: { task: NonNullable<NextStep["task"]>; reason: string }) {
  const { add } = useDesk();
  const cautions = useCautions(task.hazards);
  const [leaving, setLeaving] = useState(false);
  const [why, setWhy] = useState("");
  const done = () => {
    if (cautions.read) void add(entry("task", { task: task.task }));
  };
  const leave = () => {
    if (why.trim()) void add(entry("task", { task: task.task, left: why.trim() }));
  };
  useKeys("The step", [["Enter", "Done", done]], !leaving);
  return (
    <div>
      <p className="text-sm font-semibold text-fuel">Do it</p>
      <h2 className="text-[1.7rem] leading-tight">{task.do}</h2>
      <p className="mt-1 text-dim">{reason}</p>
      {task.stop && (
        <p className="mt-3 border-l-4 border-leaf bg-leaf-soft px-3 py-1.5">
          <strong className="text-leaf">Right when</strong> {task.stop}
        </p>
      )}
      {task.figures
        .filter((one) => one.source)
        .map((one) => (
          <p key={one.id} className="mt-1 text-sm text-dim">
            {one.name}: {one.source}.
          </p>
        ))}
      <Cautions state={cautions} />
      <Button look="fuel" className="mt-4 w-full" disabled={!cautions.read} onClick={done} aria-keyshortcuts="Enter">
        Done
      </Button>
      {leaving ? (
        <form
          className="mt-2 flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            leave();
          }}
        >
          <TextField className="flex-1" label="Why it is left out" most={1000} text={why} onText={setWhy} />
          <Button type="submit" disabled={!why.trim()}>
            Leave it out
          </Button>
        </form>
      ) : (
        <Button look="quiet" className="mt-2" onClick={() => setLeaving(true)}>
          Leave it out
        </Button>
      )}
    </div>
  );
}
