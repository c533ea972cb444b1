import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearchParams } from "react-router";
import { queries } from "../../api/queries";
import type { SettingLoop } from "../../api/types";
import { useCatalogue } from "../../api/use-catalogue";
import { Card } from "../../ui/card";
import { Failed, Loading } from "../../ui/state";
import { DeskProvider, useDesk } from "../desk";
import { useJob } from "../use-job";
import { AtLoop } from "./at-loop";

/** Settings in rounds: what this machine has to set, and one of them to work by. */
export function Setting() {
  const { id = "" } = useParams();
  const catalogue = useCatalogue();
  const { query, parcels, outbox, add } = useJob(id);
  if (catalogue.isPending || query.isPending) return <Loading what="the settings" />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  if (!query.data) return <Failed error={query.error} again={() => void query.refetch()} />;
  return (
    <DeskProvider value={{ job: query.data, catalogue: catalogue.data, parcels, outbox, add }}>
      <Fetched />
    </DeskProvider>
  );
}

function Fetched() {
  const { job } = useDesk();
  const { loop: wanted } = useParams();
  const [search] = useSearchParams();
  const { data, error, refetch } = useQuery(queries.settings(job));
  if (!data) return error ? <Failed error={error} again={() => void refetch()} /> : <Loading what="the settings" />;
  const place = search.get("place");
  const chosen = data.loops.find((loop) => loop.id === wanted && (loop.place ?? null) === place);
  return (
    <>
      <header className="mb-3">
        <p className="text-sm leading-tight text-dim">
          <Link to={`/jobs/${job.id}`} className="inline-flex min-h-11 items-center underline">
            {job.title}
          </Link>
          {chosen && (
            <>
              {" · "}
              <Link to={`/jobs/${job.id}/set`} className="inline-flex min-h-11 items-center underline">
                All settings
              </Link>
            </>
          )}
        </p>
        <h1 className="text-2xl leading-tight">{chosen?.name ?? "Settings in rounds"}</h1>
        {chosen && <p className="text-dim">{chosen.about}</p>}
      </header>
      {chosen ? <AtLoop key={`${chosen.id} ${chosen.place}`} loop={chosen} /> : <All loops={data.loops} />}
    </>
  );
}

const STATE: Record<SettingLoop["as"], string> = {
  go: "under way",
  settled: "settled",
  ask: "a figure is asked for",
  stop: "cannot be set",
};

function All({ loops }: { loops: SettingLoop[] }) {
  const { job } = useDesk();
  return (
    <ul className="grid gap-3 md:grid-cols-2">
      {loops.map((loop) => (
        <li key={`${loop.id} ${loop.place}`}>
          <Card className="h-full p-0! hover:border-fuel">
            <Link to={addressOf(job.id, loop)} className="block h-full p-4 no-underline">
              <span className="flex items-baseline justify-between gap-3">
                <span className="text-lg font-semibold">{loop.name}</span>
                <span className={`shrink-0 text-sm ${loop.as === "settled" ? "text-leaf" : "text-dim"}`}>
                  {stands(loop)}
                </span>
              </span>
              <span className="block text-dim">
                {loop.hold?.says ?? (loop.rounds.length > 0 ? loop.says : loop.about)}
              </span>
            </Link>
          </Card>
        </li>
      ))}
    </ul>
  );
}

/** "3 rounds, under way", "waits", or nothing where it was not begun. */
function stands(loop: SettingLoop): string {
  const state = loop.hold ? "waits" : STATE[loop.as];
  if (loop.rounds.length === 0) return loop.hold ? state : "";
  return `${rounds(loop.rounds.length)}, ${state}`;
}

function rounds(count: number): string {
  return count === 1 ? "1 round" : `${count} rounds`;
}

function addressOf(job: string, loop: SettingLoop): string {
  return `/jobs/${job}/set/${loop.id}${loop.place ? `?place=${loop.place}` : ""}`;
}
