import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import type { Catalogue, Problem } from "../../api/types";
import { inWords } from "../../outbox/in-words";
import { correctable } from "../../words/entries";
import type { Outbox } from "../../outbox/outbox";
import type { Parcel } from "../../outbox/types";
import { Button } from "../../ui/button";

/** What of this job is not stored yet: waiting, in the way of somebody else's entries, or refused and set aside to be corrected. */
export function ProblemBar(props: { parcels: Parcel[]; outbox: Outbox; catalogue: Catalogue | undefined }) {
  const { parcels, outbox } = props;
  const waiting = parcels.filter((one) => one.state !== "refused" && one.problem);
  const refused = parcels.filter((one) => one.state === "refused");
  const stale = refused.filter((one) => isStale(one.problem));
  const wrong = refused.filter((one) => !isStale(one.problem));
  const bar = useRef<HTMLDivElement>(null);
  const latest = refused.at(-1)?.id;
  // Who pressed an answer far down a small screen would take the press for lost.
  useEffect(() => {
    if (latest) bar.current?.scrollIntoView({ block: "nearest" });
  }, [latest]);
  if (waiting.length + refused.length === 0) return null;
  return (
    <div ref={bar} role="alert" className="mb-3 scroll-mt-3 space-y-2 rounded-xl border-2 border-rust bg-rust-soft p-3">
      {waiting[0]?.problem && (
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-60 flex-1">
            {/* That nothing answers is said at the head of the page already. */}
            {waiting[0].problem.status !== 0 && (
              <>
                <strong>{waiting[0].problem.title}.</strong> {waiting[0].problem.detail}{" "}
              </>
            )}
            {count(waiting.length, "waits")} here.
          </p>
          <Button onClick={() => void outbox.flush()}>Send now</Button>
        </div>
      )}
      {stale[0]?.problem && (
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-60 flex-1">
            <strong>{stale[0].problem.title}.</strong> {stale[0].problem.detail}{" "}
            {stale.map((one) => inWords(one, props.catalogue)).join("; ")}.
          </p>
          <Button onClick={() => void outbox.retry(stale.map((one) => one.id))}>Record mine after theirs</Button>
          <Button look="quiet" onClick={() => outbox.drop(stale.map((one) => one.id))}>
            Drop what I entered
          </Button>
        </div>
      )}
      {wrong.map((one) => (
        <Refused key={one.id} parcel={one} outbox={outbox} catalogue={props.catalogue} />
      ))}
    </div>
  );
}

/** One entry set aside: what was entered, what is wrong with it, and the ways on. */
function Refused(props: { parcel: Parcel; outbox: Outbox; catalogue: Catalogue | undefined }) {
  const { parcel, outbox } = props;
  const made = parcel.content.kind === "entry" ? parcel.content.entry : null;
  const field = made && correctable(made);
  const [text, setText] = useState(field?.value ?? "");
  const corrected = field?.put(text) ?? null;
  const says = inWords(parcel, props.catalogue);
  const check = made?.kind === "check" && !field ? made.data.check : null;
  const known = props.catalogue?.checks.some((row) => row.id === check);
  return (
    <section
      aria-label={`Set aside: ${says}`}
      className="flex flex-wrap items-end gap-3 border-t border-rust/40 pt-2 first:border-t-0 first:pt-0"
    >
      <p className="min-w-60 flex-1">
        <strong>Not recorded: {says}.</strong> {parcel.problem?.detail}
      </p>
      {field && (
        <label className="text-sm">
          {field.name}
          <input
            value={text}
            onChange={(event) => setText(event.target.value)}
            className="block min-h-11 w-56 max-w-full rounded-lg border-2 border-edge bg-raised px-2"
          />
        </label>
      )}
      {field && (
        <Button disabled={!corrected} onClick={() => corrected && void outbox.correct(corrected)}>
          Record it corrected
        </Button>
      )}
      {check && known && (
        <Link to={`/jobs/${parcel.job}?check=${check}`} className="inline-flex min-h-11 items-center underline">
          Take the check again
        </Link>
      )}
      <Button look={field ? "quiet" : "plain"} onClick={() => void outbox.retry([parcel.id])}>
        Send it again
      </Button>
      <Button look="quiet" onClick={() => outbox.drop([parcel.id])}>
        Drop it
      </Button>
    </section>
  );
}

function isStale(problem: Problem | null): boolean {
  return problem?.status === 409 && problem.version !== undefined;
}

function count(number: number, verb: string): string {
  return number === 1 ? `1 entry ${verb}` : `${number} entries ${verb.replace(/s$/, "")}`;
}
