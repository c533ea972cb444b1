import { Eye, FileText, Hourglass, Ruler, Undo2 } from "lucide-react";
import { Link } from "react-router";
import { entry } from "../../api/entries";
import { useKeys, useKeySheet, useShown } from "../../keys/use-keys";
import { PhotoButton } from "../../photos/photo-button";
import { Button } from "../../ui/button";
import { useDesk } from "../desk";
import { StateBar } from "./state-bar";

export type Sheet = "limits" | "wait";

/** A button that is a picture only: on a phone no wider than a thumb, so that the bar stays one line. */
const ICON = "max-sm:min-w-11 max-sm:px-0!";

/** Which machine and job this is, how it stands, who else looks at it, and the tools that are at hand at every step. */
export function JobBar({ onSheet, looking }: { onSheet: (sheet: Sheet) => void; looking: string[] }) {
  const { job, add } = useDesk();
  const { machine, undo: last } = job.trace;
  const shown = useShown();
  const [, setKeySheet] = useKeySheet();
  const undo = () => {
    if (last) void add(entry("strike", { entry: last.entry }));
  };
  useKeys("This job", [
    ["u", "Undo the last entry", undo],
    ["l", "Limits of this job", () => onSheet("limits")],
    ["w", "Put it aside, with a timer", () => onSheet("wait")],
  ]);
  return (
    <header className="mb-3 flex items-center justify-between gap-x-6 gap-y-2 max-lg:flex-wrap">
      <div className="min-w-0">
        <p className="text-sm leading-tight text-dim">
          {[...new Set([machine.called ?? machine.name, machine.name])].join(" \u00b7 ")}
        </p>
        <h1 className="line-clamp-1 text-xl leading-tight sm:line-clamp-2">{job.title}</h1>
        <p role="status" className="flex items-center gap-1.5 text-sm text-leaf empty:hidden">
          {looking.length > 0 && (
            <>
              <Eye size={16} aria-hidden /> {looking.join(", ")} {looking.length === 1 ? "is" : "are"} at it too
            </>
          )}
        </p>
      </div>
      <div className="flex items-center gap-2 max-lg:flex-wrap lg:shrink-0">
        <StateBar />
        <Button onClick={() => onSheet("limits")} aria-keyshortcuts={shown("l")} aria-label="Limits" className={ICON}>
          <Ruler size={18} aria-hidden /> <span className="sr-only">Limits</span>
        </Button>
        <Button
          onClick={() => onSheet("wait")}
          aria-keyshortcuts={shown("w")}
          aria-label="Put it aside"
          className={ICON}
        >
          <Hourglass size={18} aria-hidden /> <span className="sr-only">Put aside</span>
        </Button>
        {job.trace.closing === null && <PhotoButton job={job.id} name="Photo of the machine" add={add} />}
        <Link
          to={`/jobs/${job.id}/report`}
          aria-label="Report"
          className="inline-flex min-h-11 items-center justify-center rounded-xl border-2 border-edge bg-raised px-4 hover:border-fuel max-sm:min-w-11 max-sm:px-0"
        >
          <FileText size={18} aria-hidden />
        </Link>
        <Button onClick={undo} disabled={!last} aria-keyshortcuts={shown("u")}>
          <Undo2 size={18} aria-hidden /> Undo
        </Button>
        <Button
          look="quiet"
          className="max-lg:hidden"
          onClick={() => setKeySheet(true)}
          aria-label="Keys"
          aria-keyshortcuts={shown("?")}
        >
          ?
        </Button>
      </div>
    </header>
  );
}
