import { CircleCheck, CircleDashed } from "lucide-react";
import { entry } from "../api/client";
import type { Catalogue, Job } from "../api/types";
import { useKeys, useShown } from "../keys/use-keys";
import { Button } from "../ui/button";
import { CheckPanel } from "./check-panel";
import type { Desk } from "./trace-view";

/** After a repair: the check that failed, then the complaint's own conditions. */
export function ProofPanel({ job, catalogue, desk }: { job: Job; catalogue: Catalogue; desk: Desk }) {
  const item = job.trace.next.proof;
  const check = item?.kind === "check" ? catalogue.checks.find((row) => row.id === item.id) : undefined;
  const seen = (word: "present" | "absent") => {
    if (item?.kind === "symptom") void desk.add(entry("symptom", { symptom: item.id, seen: word }));
  };
  const shown = useShown();
  useKeys(
    "The step",
    [
      ["1", "Gone", () => seen("absent")],
      ["2", "Still there", () => seen("present")],
    ],
    item?.kind === "symptom",
  );
  if (!item) return null;
  return (
    <>
      <ProofList job={job} />
      {check ? (
        <CheckPanel
          key={check.id}
          check={check}
          option={null}
          reason={job.trace.next.reason}
          job={job}
          catalogue={catalogue}
          desk={desk}
        />
      ) : (
        <div>
          <p className="text-sm font-semibold text-fuel">Prove it</p>
          <h2 className="text-[1.7rem] leading-tight">{item.name}: is it gone?</h2>
          <p className="mt-1 text-dim">{job.trace.next.reason}</p>
          <p className="mt-3">Bring back the conditions it was complained of under, and look again.</p>
          <div className="mt-4 grid gap-2 sm:grid-cols-2">
            <Button className="min-h-14 border-leaf!" onClick={() => seen("absent")} aria-keyshortcuts={shown("1")}>
              Gone
            </Button>
            <Button className="min-h-14" onClick={() => seen("present")} aria-keyshortcuts={shown("2")}>
              Still there
            </Button>
          </div>
        </div>
      )}
    </>
  );
}

export function ProofList({ job }: { job: Job }) {
  return (
    <ul className="mb-4 space-y-1" aria-label="Proof">
      {job.trace.proof.map((item) => (
        <li key={`${item.kind} ${item.id}`} className="flex items-center gap-2 text-[15px]">
          {item.done ? (
            <CircleCheck size={18} className="text-leaf" aria-hidden />
          ) : (
            <CircleDashed size={18} className="text-dim" aria-hidden />
          )}
          <span className={item.done ? "text-dim" : ""}>
            {item.kind === "symptom" ? `Gone: ${item.name}` : `Repeated: ${item.name}`}
            <span className="sr-only">{item.done ? " (done)" : " (to do)"}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}
