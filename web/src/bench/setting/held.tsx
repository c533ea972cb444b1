import { Hand } from "lucide-react";
import { Link } from "react-router";
import { entry } from "../../api/entries";
import type { SettingLoop } from "../../api/types";
import { useDesk } from "../desk";
import { Answers } from "../step/answers";
import { GateQuestion } from "../step/gate-panel";

/** What holds the next round back, in the place of the turn: the gate's question, a state to record, or the way back to the trace. */
export function Held({ hold }: { hold: NonNullable<SettingLoop["hold"]> }) {
  const { job, add } = useDesk();
  if (hold.gate) return <GateQuestion gate={hold.gate} />;
  const { state } = hold;
  const done = state?.engine ? "It runs now" : "It is refitted";
  return (
    <div>
      <p className="flex items-center gap-1.5 text-sm font-semibold text-rust">
        <Hand size={18} aria-hidden /> Not yet
      </p>
      <h2 className="text-[1.45rem] leading-tight">{hold.says}</h2>
      {state ? (
        <Answers answers={[{ name: done, look: "good", act: () => void add(entry("state", state)) }]} />
      ) : (
        <Link to={`/jobs/${job.id}`} className="mt-3 inline-flex min-h-11 items-center font-semibold underline">
          Back to the trace
        </Link>
      )}
    </div>
  );
}
