import { useState } from "react";
import { useNavigate } from "react-router";
import { entry } from "../../api/entries";
import type { Suspect, Trace } from "../../api/types";
import { draftLike, storeDraft } from "../../jobs/intake/draft";
import { useKeys } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { percent } from "../../words/percent";
import { CloseDialog } from "../sheets/close-dialog";
import { ProofList } from "./proof-list";
import { useDesk } from "../desk";

/** Proven, or closed already: what was wrong, and how it was shown. */
export function ClosePanel() {
  const { job, catalogue, add } = useDesk();
  const navigate = useNavigate();
  const again = () => {
    storeDraft(draftLike(job, catalogue));
    void navigate("/new");
  };
  const [closing, setClosing] = useState(false);
  const closed = job.trace.closing;
  const ends = closed ? [] : job.trace.loose_ends;
  // Nothing was repaired: it is sound as it came.
  const as = job.trace.repairs.length === 0 ? "sound" : "proven";
  const unshown = closed ? [] : notShown(job.trace);
  const left = closed ? [] : job.trace.defects.filter((row) => row.status === "waived");
  const doubtful = unshown.length > 0 || left.length > 0;
  const close = () => (doubtful ? setClosing(true) : void add(entry("close", { as })));
  const words = doubtful ? "Close without proof" : `Close as ${as}`;
  useKeys("The step", [["Enter", words, close]], closed === null && ends.length === 0);
  return (
    <div>
      <p className={`text-sm font-semibold ${doubtful ? "text-fuel" : "text-leaf"}`}>
        {closed ? "Closed" : doubtful ? "Not proven" : as === "sound" ? "Sound" : "Proven"}
      </p>
      <h2 className="text-[1.7rem] leading-tight">
        {closed
          ? title(closed.as)
          : left.length > 0
            ? "Found, and left as it is"
            : unshown.length > 0
              ? "Right, as far as it could be shown"
              : "Everything is shown to be right"}
      </h2>
      {left.length > 0 && (
        <ul aria-label="Left as it is" className="mt-1 text-dim">
          {left.map((row) => (
            <li key={`${row.fault} ${row.place?.id ?? ""}`}>
              {row.name}: {row.reason}
            </li>
          ))}
        </ul>
      )}
      {unshown.length > 0 && <p className="mt-1 text-dim">Not shown: {unshown.join(", ")}.</p>}
      {closed?.reason && <p className="mt-1 text-dim">{closed.reason}</p>}
      <h3 className="mt-4 text-lg">What was wrong</h3>
      <ul aria-label="What was wrong" className="mb-3">
        {job.trace.repairs.map((repair) => (
          <li key={repair.entry} className="border-t border-line py-1.5">
            {repair.name}
            <Mended repair={repair} faults={job.trace.faults} />
          </li>
        ))}
        {job.trace.repairs.length === 0 && <li className="text-dim">Nothing was repaired here.</li>}
      </ul>
      <ProofList items={job.trace.proof} />
      {ends.length > 0 && (
        <p role="status" className="mb-2 border-l-4 border-rust bg-rust-soft px-3 py-2">
          <strong>Still off:</strong> {ends.join(", ")}. Tick each as back on, then it{" "}
          {doubtful ? "can be closed" : "is proven"}.
        </p>
      )}
      {!closed && (
        <Button look="fuel" className="w-full" disabled={ends.length > 0} onClick={close} aria-keyshortcuts="Enter">
          {words}
        </Button>
      )}
      <CloseDialog open={closing} onOpenChange={setClosing} as="unproven" />
      {closed && (
        <Button className="w-full" onClick={again}>
          New job on this machine
        </Button>
      )}
      <p className="mt-3 text-sm text-dim">
        {job.trace.minutes} bench minutes. Guidance for a competent person; the maker's data, local codes and licensed
        practice come first.
      </p>
    </div>
  );
}

/** Names of what of the proof, or of the plan, could not be done. */
function notShown({ proof, plan, repairs }: Trace): string[] {
  const items = plan && repairs.length === 0 ? plan.steps : proof;
  return items.filter((item) => !item.done).map((item) => item.name.replace(/\?$/, ""));
}

/** What this repair most likely mended, with its chance when the work began. */
function Mended({ repair, faults }: { repair: Trace["repairs"][number]; faults: Suspect[] }) {
  const names = new Map(faults.map((fault) => [fault.id, fault.name]));
  const rows = Object.entries(repair.was)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 3);
  return (
    <span className="block text-sm text-dim">
      {rows.map(([id, p]) => `${names.get(id) ?? id} ${percent(p)}`).join(" · ")}
    </span>
  );
}

function title(as: string): string {
  return TITLE[as] ?? "Closed without proof";
}

const TITLE: Record<string, string> = {
  proven: "Closed, proven",
  sound: "Closed, sound as it came",
  referred: "Referred out with the findings",
};
