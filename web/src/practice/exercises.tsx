import type { UseMutationResult } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { Catalogue, PracticeRecord } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { ChoiceField } from "../ui/choice-field";
import { Fold } from "../ui/fold";
import { TextField } from "../ui/text-field";
import type { Begin } from "./choose";

type Asked = { family: string; level: string; note: string };

/** What the lead has set: the same machine with the same fault for everybody. */
export function Exercises(props: {
  rows: PracticeRecord["set"];
  families: Catalogue["families"];
  levels: PracticeRecord["levels"];
  lead: boolean;
  begin: Begin;
  set: UseMutationResult<PracticeRecord, Error, Asked>;
  takeBack: UseMutationResult<PracticeRecord, Error, string>;
}) {
  const { rows, lead } = props;
  if (rows.length === 0 && !lead) return null;
  const name = (list: { id: string; name: string }[], id: string) => list.find((row) => row.id === id)?.name ?? id;
  return (
    <Card aria-label="Set by the lead">
      <h2 className="text-xl">Set by the lead</h2>
      <ul>
        {rows.map((row) => (
          <li
            key={row.id}
            className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line py-1 first:border-0"
          >
            <span className="min-w-40 flex-1">
              <span className="font-medium">{name(props.families, row.family)}</span>
              <span className="block text-sm text-dim">
                {[name(props.levels, row.level), row.note, row.by].filter(Boolean).join(", ")}
              </span>
            </span>
            <span className="ml-auto flex items-center gap-x-3">
              {row.job ? (
                <Link
                  to={`/jobs/${row.job}${row.over ? "/debrief" : ""}`}
                  className="flex min-h-11 items-center underline"
                >
                  {row.over ? "What it was" : "Go to it"}
                </Link>
              ) : (
                <Button disabled={props.begin.isPending} onClick={() => props.begin.mutate({ set: row.id })}>
                  Begin
                </Button>
              )}
              {lead && (
                <Button look="quiet" onClick={() => props.takeBack.mutate(row.id)}>
                  Take back
                </Button>
              )}
            </span>
            {row.taken.length > 0 && <Taken rows={row.taken} />}
          </li>
        ))}
      </ul>
      {props.takeBack.error && (
        <p role="alert" className="border-l-4 border-rust bg-rust-soft px-3 py-2">
          {props.takeBack.error.message}
        </p>
      )}
      {lead && <SetOne {...props} />}
    </Card>
  );
}

/** What everybody has made of an exercise; only the lead is told. */
function Taken({ rows }: { rows: PracticeRecord["set"][number]["taken"] }) {
  return (
    <ul aria-label="Who has taken it on" className="flex basis-full flex-wrap gap-x-4 text-sm">
      {rows.map((row) => (
        <li key={row.job}>
          {row.found === null ? (
            <span className="flex min-h-11 items-center text-dim">{row.learner || "No name"}: at it</span>
          ) : (
            <Link to={`/jobs/${row.job}/debrief`} className="flex min-h-11 items-center underline">
              {row.learner || "No name"}: {row.found ? "found" : "not found"}, {row.minutes} min
            </Link>
          )}
        </li>
      ))}
    </ul>
  );
}

function SetOne(props: Pick<Parameters<typeof Exercises>[0], "families" | "levels" | "set">) {
  const [asked, setAsked] = useState<Asked>({
    family: props.families[0]?.id ?? "",
    level: props.levels[0]?.id ?? "",
    note: "",
  });
  const change = (part: Partial<Asked>) => setAsked((now) => ({ ...now, ...part }));
  return (
    <Fold title="Set an exercise for everybody" className="text-sm">
      <div className="grid gap-3 pb-1 text-base">
        <div className="grid gap-3 sm:grid-cols-2">
          <ChoiceField
            label="Machine to be set"
            value={asked.family}
            onChange={(family) => change({ family })}
            options={props.families.map((row) => [row.id, row.name] as const)}
          />
          <ChoiceField
            label="How hard it is to be"
            value={asked.level}
            onChange={(level) => change({ level })}
            options={props.levels.map((row) => [row.id, row.name] as const)}
          />
        </div>
        <TextField label="A word about it" text={asked.note} onText={(note) => change({ note })} most={300} />
        {props.set.error && (
          <p role="alert" className="border-l-4 border-rust bg-rust-soft px-3 py-2">
            {props.set.error.message}
          </p>
        )}
        <Button
          disabled={props.set.isPending}
          onClick={() => props.set.mutate(asked, { onSuccess: () => change({ note: "" }) })}
        >
          Set it
        </Button>
      </div>
    </Fold>
  );
}
