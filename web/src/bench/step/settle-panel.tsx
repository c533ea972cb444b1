import { entry } from "../../api/entries";
import { useDesk } from "../desk";
import { Answers } from "./answers";

/** Two findings that cannot both be right: which one stands is asked, never averaged. */
export function SettlePanel() {
  const { job, add } = useDesk();
  const { settle, reason } = job.trace.next;
  if (!settle) return null;
  const strike = (wrong: string) => void add(entry("strike", { entry: wrong }));
  return (
    <div>
      <p className="text-sm font-semibold text-rust">Which one stands?</p>
      <h2 className="text-[1.7rem] leading-tight">{settle.name}</h2>
      <p className="mt-1 text-dim">{reason}</p>
      <Answers
        answers={[
          {
            name: settle.found.says,
            hint: "This stands; the later look is struck out",
            act: () => strike(settle.denied.entry),
          },
          {
            name: settle.denied.says,
            hint: "This stands; the defect is struck out",
            act: () => strike(settle.found.entry),
          },
          {
            name: "It was mended in between",
            hint: "Recorded as repaired",
            act: () => void add(entry("repair", { repair: settle.fault })),
          },
        ]}
      />
    </div>
  );
}
