import { useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { queries } from "../api/queries";
import type { KnowledgeRow } from "../api/types";
import { Button } from "../ui/button";
import { Dialog } from "../ui/dialog";
import { Failed, Loading } from "../ui/state";
import { day } from "../words/day";
import { Decide } from "./decide";
import { inShort, undoing } from "./edited";
import { useLead } from "./use-lead";

/** What this shop has changed over the files: when, by whom and why; each undone by a word. */
export function History() {
  const knowledge = useQuery(queries.knowledge());
  const lead = useLead();
  const [undo, setUndo] = useState<KnowledgeRow | null>(null);
  if (knowledge.isPending) return <Loading what="what was changed" />;
  if (knowledge.isError) return <Failed error={knowledge.error} again={() => void knowledge.refetch()} />;
  const { changes, standing, version } = knowledge.data;
  return (
    <section aria-label="Changed by this shop" className="rounded-card border border-line bg-sheet p-5">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p className="max-w-2xl text-dim">
          {changes.length === 0
            ? "Nothing is changed: this shop works by the files as they came. A lead changes numbers, limits and words on the page of a check, a fault, a complaint or a machine."
            : `${standing} ${standing === 1 ? "place has" : "places have"} a word of the shop's own; the rest is as the files have it.`}
        </p>
        {standing > 0 && (
          <a
            href="/api/v1/knowledge/shop.patch"
            download
            className="inline-flex min-h-11 items-center gap-2 rounded-xl border-2 border-edge bg-raised px-4 font-medium no-underline"
          >
            <Download size={18} aria-hidden /> As a patch of the files
          </a>
        )}
      </div>
      <ol className="mt-3">
        {changes.map((row) => (
          <li key={row.id} className="flex flex-wrap items-start gap-x-4 gap-y-1 border-t border-line py-3">
            <div className="min-w-64 flex-1">
              <p className={row.stands ? "" : "text-dim"}>
                <Record row={row} /> {row.field}:{" "}
                <span className={row.stands ? "font-semibold" : "line-through"}>
                  {row.value_word ?? inShort(row.value)}
                </span>
                <span className="text-dim"> before: {row.was_word ?? inShort(row.was)}</span>
              </p>
              <p className="text-sm text-dim">
                {day(row.created_at)}
                {row.by && `, ${row.by}`}
                {row.source === "learned" && ", proposed by closed jobs"}. {row.reason}
              </p>
              {row.file_moved && !row.lost && (
                <p className="text-sm text-rust">
                  The files have changed here since: {inShort(row.file)} stood there then.
                </p>
              )}
              {row.lost && <p className="text-sm text-rust">The files no longer have this place: it counts no more.</p>}
            </div>
            {lead && row.stands && !row.lost && <Button onClick={() => setUndo(row)}>Undo</Button>}
          </li>
        ))}
      </ol>
      <Dialog
        open={undo !== null}
        onOpenChange={(open) => !open && setUndo(null)}
        title="Undo a change"
        description={undo ? `${undo.record}, ${undo.field}: back to ${inShort(undo.was)}.` : ""}
      >
        {undo && (
          <Decide
            changes={[undoing(undo)]}
            version={version}
            onDone={() => setUndo(null)}
            onRefused={() => undefined}
          />
        )}
      </Dialog>
    </section>
  );
}

function Record({ row }: { row: KnowledgeRow }) {
  if (!row.on || !row.record_id) return <span>{row.record}.</span>;
  return (
    <Link to={`?on=${row.on}&id=${row.record_id}`} className="underline">
      {row.record}.
    </Link>
  );
}
