import { useQuery } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import { queries } from "../api/queries";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { Failed, Loading } from "../ui/state";
import { day } from "../words/day";
import { LookHead, SheetHead } from "./sheet-head";

/** The shop's side of the owner's sheet: to print, or to open from afar by a code. */
export function ForOwner() {
  const { id = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.ownerSheet(id));
  if (!data) return error ? <Failed error={error} again={() => void refetch()} /> : <Loading what="the sheet" />;
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3 print:hidden">
        <Link to={`/jobs/${id}`} className="mr-auto inline-flex min-h-11 items-center underline">
          Back to the job
        </Link>
        <Button onClick={() => window.print()}>
          <Printer size={18} aria-hidden /> Print
        </Button>
      </div>
      <MakeLink job={id} />
      <Card className="mx-auto max-w-[52rem] p-6! print:max-w-none print:border-0 print:p-0!">
        <SheetHead sheet={data} />
        <ol className="mt-5 space-y-5">
          {data.rows.map((row, i) => (
            <li key={row.check} className="break-inside-avoid">
              <LookHead look={row} number={i + 1} />
              <ul className="mt-2 ml-20 space-y-1">
                {row.answers.map((one) => (
                  <li key={one.outcome} className="flex items-start gap-3">
                    <span aria-hidden className="mt-1 size-5 shrink-0 rounded border-2 border-ink" />
                    <span>
                      {one.says}
                      {one.stop && <strong className="block text-rust">{one.stop}</strong>}
                    </span>
                  </li>
                ))}
              </ul>
            </li>
          ))}
        </ol>
        <p className="mt-6">Looked at by ______________________ on ______________</p>
        <p className="mt-4 border-t border-line pt-2 text-sm text-dim">{data.footer}</p>
      </Card>
    </>
  );
}

/** A code is told once: it is shown here until the page is left. */
function MakeLink({ job }: { job: string }) {
  const [made, setMade] = useState<{ code: string; expires_at: string } | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const make = async () => {
    try {
      setMade(await api.ownerLink(job));
      setWrong(null);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setWrong(error.problem.detail);
    }
  };
  return (
    <Card className="mx-auto mb-3 max-w-[52rem]" aria-label="From afar">
      {made ? (
        <div role="status">
          <p>Opens this sheet and nothing else, until {day(made.expires_at, "long")}. The code is told only now:</p>
          <p className="mt-1 text-3xl font-semibold tracking-wider tabular-nums">{made.code}</p>
          <p className="break-all">
            <a href={`/owner/${made.code}`}>{`${window.location.origin}/owner/${made.code}`}</a>
          </p>
        </div>
      ) : (
        <div className="flex flex-wrap items-center gap-3 print:hidden">
          <p className="flex-1 basis-64">
            The owner is far away? A code opens just this sheet, and what is answered stands in the job as told.
          </p>
          <Button onClick={() => void make()}>Make a code</Button>
        </div>
      )}
      {wrong && (
        <p role="alert" className="mt-2 text-rust">
          {wrong}
        </p>
      )}
    </Card>
  );
}
