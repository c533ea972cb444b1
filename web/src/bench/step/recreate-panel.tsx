import { entry } from "../../api/entries";
import type { NewEntry } from "../../api/types";
import { useDesk } from "../desk";
import { Answers, type Answer } from "./answers";
import { askMachine, Simulated } from "./simulated";

/** Everything is in order and the complaint stands: it is made to happen again, or the machine put aside until it can be. */
export function RecreatePanel() {
  const { job, add } = useDesk();
  const { recreate, reason } = job.trace.next;
  if (!recreate) return null;
  const { symptom, way, aside } = recreate;
  // What is tried stone cold is tried after a night: the state is set with it.
  const cold: NewEntry[] =
    aside === "cooling" && job.trace.state.engine !== "cold" ? [entry("state", { engine: "cold" })] : [];
  const tried = (shown: boolean) => void add(...cold, entry("recreate", { symptom, way, shown }));
  const answers: Answer[] = [
    { name: "It did it", act: () => tried(true) },
    { name: "It did not", hint: "The complaint stands all the same", act: () => tried(false) },
  ];
  if (aside)
    answers.push({
      name: aside === "cooling" ? "Put aside until it is cold" : "Put aside, with the owner",
      act: () => void add(entry("wait", { for: aside })),
    });
  return (
    <div>
      <p className="text-sm font-semibold text-fuel">Make it happen again</p>
      <h2 className="text-[1.7rem] leading-tight">{recreate.way_name}</h2>
      <p className="mt-1 text-dim">{reason}</p>
      <p className="mt-3 font-medium">{recreate.name}</p>
      <p className="mt-1">{recreate.do}</p>
      <p className="mt-1 text-sm text-dim">About {recreate.minutes} min at the bench</p>
      <Simulated name="Try it" ask={askMachine({ symptom, way })} onAnswer={({ answer }) => tried(answer === "yes")} />
      <Answers answers={answers} />
    </div>
  );
}
