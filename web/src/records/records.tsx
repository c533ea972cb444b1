import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { queries } from "../api/queries";
import type { MachineRow, RecordQuestion, RecordRow } from "../api/types";
import { useCatalogue } from "../api/use-catalogue";
import { Button } from "../ui/button";
import { ChoiceField } from "../ui/choice-field";
import { Segmented } from "../ui/segmented";
import { Failed, Loading } from "../ui/state";
import { useStill } from "../ui/use-still";
import { WhenSeen } from "../ui/when-seen";
import { day } from "../words/day";
import { ENDED } from "./ended";
import { Learned } from "./learned/learned";

const VIEWS = [
  { id: "jobs", name: "Jobs" },
  { id: "machines", name: "Machines" },
  { id: "learned", name: "What they taught" },
];

/** Everything there ever was: jobs by their words and what they were, machines by name. What is asked stands in the address. */
export function Records() {
  const [place, setPlace] = useSearchParams();
  const [text, setText] = useState(place.get("q") ?? "");
  const asked = useStill(text.trim());
  const catalogue = useCatalogue();
  const view = VIEWS.find((one) => one.id === place.get("show"))?.id ?? "jobs";
  const machines = view === "machines";
  const put = (name: string, value: string) =>
    setPlace(
      (now) => {
        const next = new URLSearchParams(now);
        if (value) next.set(name, value);
        else next.delete(name);
        return next;
      },
      { replace: true },
    );
  const families = catalogue.data?.families ?? [];
  const name = (family: string | null) => families.find((row) => row.id === family)?.name ?? family ?? "";
  const family = place.get("family") ?? "";
  return (
    <>
      <div className="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
        <h1 className="text-3xl">Records</h1>
        <Segmented
          label="What is searched"
          value={view}
          options={VIEWS}
          onChange={(id) => put("show", id === "jobs" ? "" : id)}
        />
        {view !== "learned" && (
          <label className="max-sm:w-full sm:ml-auto">
            <span className="sr-only">Search the records</span>
            <input
              type="search"
              placeholder={machines ? "Name, serial, owner" : "Any words: swollen seat, press, wasp nest"}
              value={text}
              onChange={(event) => {
                setText(event.target.value);
                put("q", event.target.value.trim());
              }}
              className="min-h-12 w-full rounded-xl border-2 border-edge bg-raised px-3 sm:w-96"
            />
          </label>
        )}
      </div>
      {view === "learned" ? (
        <Learned />
      ) : (
        <>
          <div className="mb-4 grid grid-cols-2 gap-3 md:grid-cols-4">
            <ChoiceField
              label="Kind of machine"
              value={family}
              options={[["", "any"], ...families.map((row) => [row.id, row.name] as const)]}
              onChange={(id) => put("family", id)}
            />
            {!machines && (
              <>
                <ChoiceField
                  label="How it ended"
                  value={place.get("ended") ?? ""}
                  options={[["", "any way"], ...Object.entries(ENDED)]}
                  onChange={(id) => put("ended", id)}
                />
                <Day label="Begun from" value={place.get("after") ?? ""} onChange={(day) => put("after", day)} />
                <Day label="to" value={place.get("before") ?? ""} onChange={(day) => put("before", day)} />
              </>
            )}
          </div>
          {machines ? (
            <Machines question={{ q: asked, family }} name={name} />
          ) : (
            <Jobs
              question={{
                q: asked,
                family,
                ...(isEnded(place.get("ended")) && { ended: place.get("ended") as RecordRow["ended"] }),
                after: place.get("after") ?? "",
                before: place.get("before") ?? "",
              }}
              name={name}
            />
          )}
        </>
      )}
    </>
  );
}

function isEnded(word: string | null): boolean {
  return word !== null && word in ENDED;
}

function Day(props: { label: string; value: string; onChange: (day: string) => void }) {
  return (
    <label className="block text-[15px] leading-tight font-medium">
      {props.label}
      <input
        type="date"
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
        className="mt-1 min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-2 font-normal"
      />
    </label>
  );
}

function Jobs({ question, name }: { question: RecordQuestion; name: (family: string | null) => string }) {
  const query = useInfiniteQuery(queries.records(question));
  if (query.isPending) return <Loading what="the records" />;
  if (!query.data) return <Failed error={query.error} again={() => void query.refetch()} />;
  const first = query.data.pages[0];
  const jobs = query.data.pages.flatMap((page) => page.jobs);
  return (
    <>
      <p role="status" className="mb-2 text-dim">
        {told(first?.total ?? 0, first?.more ?? false)}
      </p>
      <ul className="rounded-card border border-line bg-sheet">
        {jobs.map((job) => (
          <li key={job.id} className="border-t border-line first:border-t-0">
            <Link to={`/jobs/${job.id}`} className="block px-4 py-2.5 no-underline hover:bg-raised">
              <span className="flex flex-wrap items-baseline justify-between gap-x-4">
                <span className="font-display text-lg leading-tight font-semibold">{job.title}</span>
                <span className={`text-sm ${job.ended === "open" ? "text-fuel" : "text-dim"}`}>
                  {ENDED[job.ended]} · {day(job.begun)}
                </span>
              </span>
              <span className="block text-[15px] text-dim">
                {[...new Set([job.machine, name(job.family)])].filter(Boolean).join(" · ")}
              </span>
              {job.parts.length > 0 && (
                <span className="block text-[15px]">
                  {job.parts.map((part, i) =>
                    part.hit ? (
                      <mark key={i} className="rounded-sm bg-fuel-soft px-0.5 text-ink">
                        {part.text}
                      </mark>
                    ) : (
                      part.text
                    ),
                  )}
                </span>
              )}
            </Link>
          </li>
        ))}
      </ul>
      <More query={query} />
    </>
  );
}

function told(total: number, more: boolean): string {
  if (total === 0) return "No job has all of these words.";
  return total === 1 ? "One job." : `${more ? "More than " : ""}${total} jobs.`;
}

function Machines({ question, name }: { question: { q: string; family: string }; name: (family: string) => string }) {
  const query = useInfiniteQuery(queries.machines(question));
  if (query.isPending) return <Loading what="the machines" />;
  if (!query.data) return <Failed error={query.error} again={() => void query.refetch()} />;
  const machines = query.data.pages.flatMap((page) => page.machines);
  if (machines.length === 0)
    return (
      <p className="py-10 text-center text-dim">No machine of this name. One comes to be with its first named job.</p>
    );
  return (
    <>
      <ul className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {machines.map((machine) => (
          <li key={machine.id}>
            <MachineCard machine={machine} family={name(machine.family)} />
          </li>
        ))}
      </ul>
      <More query={query} />
    </>
  );
}

function MachineCard({ machine, family }: { machine: MachineRow; family: string }) {
  return (
    <Link
      to={`/machines/${machine.id}`}
      className="block h-full rounded-card border border-line bg-sheet p-4 no-underline hover:border-fuel"
    >
      <span className="block font-display text-lg leading-tight font-semibold">{machine.called}</span>
      <span className="block text-dim">{[family, machine.serial].filter(Boolean).join(" · ")}</span>
      {machine.owner && <span className="block text-dim">{machine.owner}</span>}
      <span className="mt-1 block text-[15px]">
        {machine.jobs === 1 ? "1 job" : `${machine.jobs} jobs`}
        {machine.open > 0 && <span className="text-fuel">, {machine.open} open</span>}
        {machine.last && <span className="text-dim">, last {day(machine.last)}</span>}
      </span>
    </Link>
  );
}

function More({
  query,
}: {
  query: { hasNextPage: boolean; isFetchingNextPage: boolean; fetchNextPage: () => unknown };
}) {
  if (!query.hasNextPage) return null;
  const busy = query.isFetchingNextPage;
  return (
    <WhenSeen key={String(busy)} onSeen={() => !busy && query.fetchNextPage()}>
      <Button look="quiet" className="w-full" disabled={busy} onClick={() => void query.fetchNextPage()}>
        {busy ? "Fetching more ..." : "More"}
      </Button>
    </WhenSeen>
  );
}
