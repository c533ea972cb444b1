import { entry } from "../../api/entries";
import { useKeys, useShown } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { CheckPanel } from "./check-panel";
import { useDesk } from "../desk";
import { ProofList } from "./proof-list";
import { askMachine, Simulated } from "./simulated";

/** After a repair: the check that failed, then the complaint's own conditions. */
export function ProofPanel() {
  const { job, catalogue, add } = useDesk();
  const item = job.trace.next.proof;
  const check = item?.kind === "check" ? catalogue.checks.find((row) => row.id === item.id) : undefined;
  const seen = (word: "present" | "absent") => {
    if (item?.kind === "symptom") void add(entry("symptom", { symptom: item.id, seen: word }));
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
      <ProofList items={job.trace.proof} />
      {check ? (
        <CheckPanel key={check.id} check={check} option={null} reason={job.trace.next.reason} />
      ) : (
        <div>
          <p className="text-sm font-semibold text-fuel">Prove it</p>
          <h2 className="text-[1.7rem] leading-tight">{item.name}: is it gone?</h2>
          <p className="mt-1 text-dim">{job.trace.next.reason}</p>
          <p className="mt-3">Bring back the conditions it was complained of under, and look again.</p>
          <Simulated
            name="Bring it back, and look"
            ask={askMachine({ symptom: item.id })}
            onAnswer={({ answer }) => seen(answer === "yes" ? "present" : "absent")}
          />
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
