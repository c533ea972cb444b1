import { CircleCheck, CircleHelp, TriangleAlert, Wrench } from "lucide-react";
import { entry } from "../api/client";
import type { Catalogue, Entry, Finding, Job } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { percent } from "../ui/percent";
import type { Desk } from "./trace-view";

/** What was found, newest first, and what each finding did. A mistake is struck out and stays visible. */
export function Ledger({ job, catalogue, desk }: { job: Job; catalogue: Catalogue; desk: Desk }) {
  const findings = new Map(job.trace.findings.map((row) => [row.entry, row]));
  const rows = job.entries
    .filter((one) => !["machine", "strike", "caution", "put_back", "wait"].includes(one.kind))
    .reverse();
  return (
    <Card aria-label="What was found">
      <h2 className="mb-2 flex min-h-11 items-center text-xl">What was found</h2>
      {rows.length === 0 && <p className="text-dim">Nothing yet.</p>}
      <ol>
        {rows.map((one) => (
          <Row
            key={one.id}
            one={one}
            finding={findings.get(one.id)}
            lost={job.trace.lost.filter((row) => row.entry === one.id).map((row) => row.says)}
            job={job}
            catalogue={catalogue}
            desk={desk}
          />
        ))}
      </ol>
    </Card>
  );
}

function Row(props: {
  one: Entry;
  finding: Finding | undefined;
  /** What of it the catalogue no longer knows. */
  lost: string[];
  job: Job;
  catalogue: Catalogue;
  desk: Desk;
}) {
  const { one, finding, job, catalogue, desk } = props;
  const says = finding?.says ?? spoken(one, job, catalogue);
  return (
    <li className="grid grid-cols-[1.6rem_1fr_auto] items-start gap-1 border-t border-line py-1.5">
      <Mark one={one} finding={finding} catalogue={catalogue} />
      <div className={one.struck ? "text-dim line-through" : ""}>
        {says}
        {one.struck && <span className="sr-only"> (struck out)</span>}
        {!one.struck && finding && <Did finding={finding} />}
        {!one.struck &&
          props.lost.map((says) => (
            <p key={says} className="text-sm text-rust">
              {says} It counts for nothing.
            </p>
          ))}
      </div>
      {!one.struck && job.trace.closing === null && (
        <Button
          look="quiet"
          className="px-2! text-sm text-dim"
          aria-label={`Strike out: ${says}`}
          onClick={() => void desk.add(entry("strike", { entry: one.id }))}
        >
          Strike
        </Button>
      )}
    </li>
  );
}

function Did({ finding }: { finding: Finding }) {
  return (
    <div className="text-sm text-dim">
      {finding.unexplained && (
        <p className="text-rust">Nothing suspected explains this well: repeat it, or look for a second fault.</p>
      )}
      {finding.superseded && <p className="text-rust">Seen again with another result: the later one counts.</p>}
      {finding.too_close && <p className="text-rust">Too close to call: measure again.</p>}
      {finding.replaced_by && <p>Seen over again by a check, which counts in its place.</p>}
      {finding.did.slice(0, 2).map((move) => (
        <p key={move.id}>
          {move.name} {percent(move.before)} →{" "}
          <strong className={move.after > move.before ? "text-fuel" : "text-leaf"}>{percent(move.after)}</strong>
        </p>
      ))}
    </div>
  );
}

function Mark({ one, finding, catalogue }: { one: Entry; finding: Finding | undefined; catalogue: Catalogue }) {
  const size = { size: 18, "aria-hidden": true, className: "mt-1" } as const;
  if (one.kind === "repair") return <Wrench {...size} />;
  if (!finding) return <CircleHelp {...size} className="mt-1 text-dim" />;
  const healthy =
    finding.kind === "symptom"
      ? finding.words[0] === "absent"
      : catalogue.checks.find((check) => check.id === finding.id)?.outcomes.find((row) => row.id === finding.words[0])
          ?.kind === "healthy";
  return healthy ? (
    <CircleCheck {...size} className="mt-1 text-leaf" />
  ) : (
    <TriangleAlert {...size} className="mt-1 text-fuel" />
  );
}

function spoken(one: Entry, job: Job, catalogue: Catalogue): string {
  const data = one.data as Record<string, string | undefined>;
  switch (one.kind) {
    case "symptom": {
      const symptom = catalogue.symptoms.find((row) => row.id === data.symptom);
      return `${data.seen === "absent" ? "Not seen: " : ""}${symptom?.name ?? String(data.symptom)}`;
    }
    case "check":
      return catalogue.checks.find((row) => row.id === data.check)?.name ?? String(data.check);
    case "repair":
      return `Repaired: ${job.trace.repairs.find((row) => row.entry === one.id)?.name ?? String(data.repair)}`;
    case "state":
      return `Now ${[data.engine, data.carburetor && `carburetor ${data.carburetor}`].filter(Boolean).join(", ")}`;
    case "close":
      return `Closed: ${String(data.as)}${data.reason ? ` - ${data.reason}` : ""}`;
    default:
      return String(data.text ?? one.kind);
  }
}
