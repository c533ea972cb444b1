import { CircleCheck, CircleHelp, EyeOff, TriangleAlert, Wrench } from "lucide-react";
import { entry } from "../../api/entries";
import type { Finding, Told } from "../../api/types";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { percent } from "../../words/percent";
import { useDesk } from "../desk";

/** What was found, newest first, and what each finding did. A mistake is struck out and stays visible. */
export function Ledger() {
  const { trace } = useDesk().job;
  const rows = [...trace.told].reverse();
  return (
    <Card aria-label="What was found">
      <h2 className="mb-2 flex min-h-11 items-center text-xl">What was found</h2>
      {rows.length === 0 && <p className="text-dim">Nothing yet.</p>}
      <ol>
        {rows.map((told) => (
          <Row key={told.entry} told={told} />
        ))}
      </ol>
    </Card>
  );
}

function Row({ told }: { told: Told }) {
  const { job, add } = useDesk();
  const { findings, lost, closing } = job.trace;
  const finding = findings.find((row) => row.entry === told.entry);
  const by = job.entries.find((row) => row.id === told.entry)?.by;
  return (
    <li className="grid grid-cols-[1.6rem_1fr_auto] items-start gap-1 border-t border-line py-1.5">
      <Mark mark={told.mark} />
      <div className={told.struck ? "text-dim line-through" : ""}>
        {told.says}
        {told.struck && <span className="sr-only"> (struck out)</span>}
        {by && <span className="ml-1.5 text-sm whitespace-nowrap text-dim">{by}</span>}
        {!told.struck && finding && <Did finding={finding} />}
        {!told.struck &&
          lost
            .filter((row) => row.entry === told.entry)
            .map((row) => (
              <p key={row.says} className="text-sm text-rust">
                {row.says} It counts for nothing.
              </p>
            ))}
      </div>
      {!told.struck && closing === null && (
        <Button
          look="quiet"
          className="px-2! text-sm text-dim"
          aria-label={`Strike out: ${told.says}`}
          onClick={() => void add(entry("strike", { entry: told.entry }))}
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
      {finding.seen_again && <SeenAgain seen={finding.seen_again} />}
      {finding.did.slice(0, 2).map((move) => (
        <p key={move.id}>
          {move.name} {percent(move.before)} →{" "}
          <strong className={move.after > move.before ? "text-fuel" : "text-leaf"}>{percent(move.after)}</strong>
        </p>
      ))}
    </div>
  );
}

/** What was told and looked for as well: it counts once, and stands when it could not be shown. */
function SeenAgain({ seen }: { seen: NonNullable<Finding["seen_again"]> }) {
  const { catalogue } = useDesk();
  const check = catalogue.checks.find((row) => row.id === seen.check)?.name ?? seen.check;
  return seen.shown ? (
    <p>Shown again at the bench: {check}. Both count as one.</p>
  ) : (
    <p className="flex items-start gap-1.5 text-ink">
      <EyeOff size={16} aria-hidden className="mt-0.5 shrink-0 text-dim" /> Told, and not shown again at the bench (
      {check}). It stands.
    </p>
  );
}

const MARK = {
  abnormal: <TriangleAlert size={18} aria-hidden className="mt-1 text-fuel" />,
  healthy: <CircleCheck size={18} aria-hidden className="mt-1 text-leaf" />,
  repair: <Wrench size={18} aria-hidden className="mt-1" />,
  other: <CircleHelp size={18} aria-hidden className="mt-1 text-dim" />,
} as const;

function Mark({ mark }: Pick<Told, "mark">) {
  return MARK[mark];
}
