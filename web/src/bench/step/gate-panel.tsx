import { ShieldAlert } from "lucide-react";
import { useNavigate } from "react-router";
import { entry } from "../../api/entries";
import type { NextStep } from "../../api/types";
import { useDesk } from "../desk";
import { Answers, type Answer } from "./answers";

/** The gate that is the next step. */
export function GatePanel() {
  const { gate } = useDesk().job.trace.next;
  return gate && <GateQuestion gate={gate} />;
}

/** What a person makes safe before the work goes on: a short question with its reason. */
export function GateQuestion({ gate }: { gate: NonNullable<NextStep["gate"]> }) {
  const { job, catalogue, add } = useDesk();
  const go = useNavigate();
  const done = catalogue.gates.find((row) => row.id === gate.id)?.done ?? "It is made safe";
  const yes: Answer = {
    name: gate.again ? "Yes" : "Yes, done",
    ...(gate.again ? {} : { hint: done }),
    look: "good",
    act: () => void add(entry("gate", { gate: gate.id, safe: true })),
  };
  const { symptom, check } = gate.raised;
  const no: Answer[] = [];
  if (gate.again && symptom)
    no.push({
      name: "No",
      hint: "The trace goes on",
      act: () => void add(entry("symptom", { symptom, seen: "present" })),
    });
  else if (gate.again && check)
    no.push({
      name: "No",
      hint: "Look again, and say where",
      act: () => void go(`/jobs/${job.id}?check=${check}&at=${job.version}`, { replace: true }),
    });
  return (
    <div>
      <p className="flex items-center gap-1.5 text-sm font-semibold text-rust">
        <ShieldAlert size={18} aria-hidden /> Make it safe first
      </p>
      <h2 className="text-[1.7rem] leading-tight">{gate.ask}</h2>
      <p className="mt-1 text-dim">{gate.why}</p>
      <Answers answers={[yes, ...no]} />
      {!gate.again && <p className="mt-3 text-sm text-dim">Until then this stays as it is; nothing else is lost.</p>}
    </div>
  );
}
