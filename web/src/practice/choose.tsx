import type { UseMutationResult } from "@tanstack/react-query";
import { useState } from "react";
import type { Catalogue, PracticeRecord } from "../api/types";
import { record } from "../kept/store";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { ChoiceField } from "../ui/choice-field";

const last = record("practice", { family: "car-one", level: "plain" });

export type Begin = UseMutationResult<
  { job: string },
  Error,
  { family?: string; level?: string; weakest?: boolean; set?: string }
>;

/** A machine and how hard it is to be; or a fault of what is known least. */
export function Choose(props: {
  families: Catalogue["families"];
  levels: PracticeRecord["levels"];
  begin: Begin;
  /** Whether anything is known yet of what the learner knows. */
  known: boolean;
}) {
  const { begin } = props;
  const [asked, setAsked] = useState(last.read);
  const choose = (change: Partial<typeof asked>) => {
    const next = { ...asked, ...change };
    last.write(next);
    setAsked(next);
  };
  return (
    <Card aria-label="Take one on">
      <h2 className="text-xl">Take one on</h2>
      <div className="mt-2 grid gap-3 sm:grid-cols-2">
        <ChoiceField
          label="Machine"
          value={asked.family}
          onChange={(family) => choose({ family })}
          options={props.families.map((row) => [row.id, row.name] as const)}
        />
        <ChoiceField
          label="How hard"
          value={asked.level}
          onChange={(level) => choose({ level })}
          options={props.levels.map((row) => [row.id, row.name] as const)}
        />
      </div>
      <p className="mt-2 text-sm text-dim">{props.levels.find((row) => row.id === asked.level)?.says}</p>
      {begin.error && (
        <p role="alert" className="mt-2 border-l-4 border-rust bg-rust-soft px-3 py-2">
          {begin.error.message}
        </p>
      )}
      <div className="mt-3 grid gap-2 sm:grid-cols-2">
        <Button look="fuel" disabled={begin.isPending} onClick={() => begin.mutate(asked)}>
          {begin.isPending ? "Breaking the machine ..." : "Begin"}
        </Button>
        <Button disabled={begin.isPending || !props.known} onClick={() => begin.mutate({ ...asked, weakest: true })}>
          What I know least
        </Button>
      </div>
    </Card>
  );
}
