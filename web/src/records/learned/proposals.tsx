import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../api/client";
import { queries } from "../../api/queries";
import type { Learning, Proposal, ProposalEffect, Verdict } from "../../api/types";
import { benchName } from "../../kept/bench-name";
import { ChangeRecord } from "../../knowledge/change-record";
import { useLead } from "../../knowledge/use-lead";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { Fold } from "../../ui/fold";

const KIND: Record<Proposal["kind"], (value: number) => string> = {
  rate: (value) => (value === 1 ? "as often as in the tables" : `${value} times as often`),
  strength: (value) => `shows in ${Math.round(value * 100)} of 100`,
  minutes: (value) => `${value} min`,
};

/** What the numbers should be by the closed jobs. Nothing changes by itself: a lead takes each, or does not. */
export function Proposals({ learning }: { learning: Learning }) {
  const of = (...standing: Proposal["standing"][]) =>
    learning.proposals.filter((one) => standing.includes(one.standing));
  const open = of("open");
  const aside = of("declined", "frozen");
  const taken = of("taken");
  return (
    <Card aria-label="What they propose">
      <h2 className="text-xl">What they propose</h2>
      <p className="mt-1 max-w-3xl text-dim">
        {open.length === 0
          ? "Nothing now: the jobs so far bear the numbers out, or are too few to speak against them."
          : "Nothing changes by itself. The tables count as much as "}
        {open.length > 0 &&
          `${learning.strength} jobs of your own; what is taken counts in every trace from then on and can be undone in the handbook.`}
      </p>
      <ChangeRecord record="/scale/learning" name="What the tables are worth" />
      <ul className="mt-2">
        {open.map((one) => (
          <One key={one.at} one={one} />
        ))}
      </ul>
      {taken.length > 0 && (
        <Fold title={`Taken (${taken.length})`}>
          <ul>
            {taken.map((one) => (
              <One key={one.at} one={one} />
            ))}
          </ul>
        </Fold>
      )}
      {aside.length > 0 && (
        <Fold title={`Declined or frozen (${aside.length})`}>
          <ul>
            {aside.map((one) => (
              <One key={one.at} one={one} />
            ))}
          </ul>
        </Fold>
      )}
    </Card>
  );
}

function One({ one }: { one: Proposal }) {
  const client = useQueryClient();
  const lead = useLead();
  const [looked, setLooked] = useState(false);
  const knowledge = useQuery(queries.knowledge());
  const effect = useQuery({
    queryKey: ["knowledge", "proposal", one.at, one.becomes],
    queryFn: () => api.proposalEffect(one.at),
    enabled: looked,
    retry: false,
  });
  const judge = useMutation({
    mutationFn: (verdict: Verdict) => {
      const by = benchName.read();
      return api.judgeProposal({ at: one.at, verdict, version: knowledge.data?.version ?? 0, ...(by && { by }) });
    },
    onSuccess: () => client.invalidateQueries(),
  });
  const say = KIND[one.kind];
  const wrong = judge.error ?? effect.error;
  return (
    <li className="border-t border-line py-3">
      <p>
        <strong>{one.name}</strong> <span className="text-dim">{one.about}:</span> {say(one.becomes)}
        <span className="text-dim">, now {say(one.now ?? one.was)}</span>
      </p>
      <p className="text-sm text-dim">{one.says}</p>
      {effect.data && <PastJobs effect={effect.data} />}
      {wrong && (
        <p role="alert" className="text-rust">
          {wrong.message}
        </p>
      )}
      {lead && one.standing !== "taken" && (
        <div className="mt-2 flex flex-wrap gap-2">
          {one.standing === "open" ? (
            <>
              {!looked && one.kind !== "minutes" && (
                <Button onClick={() => setLooked(true)}>What would it have changed?</Button>
              )}
              <Button look="fuel" disabled={!knowledge.data || judge.isPending} onClick={() => judge.mutate("taken")}>
                Take it
              </Button>
              <Button look="quiet" disabled={judge.isPending} onClick={() => judge.mutate("declined")}>
                Not now
              </Button>
              <Button look="quiet" disabled={judge.isPending} onClick={() => judge.mutate("frozen")}>
                Never
              </Button>
            </>
          ) : (
            <Button disabled={judge.isPending} onClick={() => judge.mutate("open")}>
              {one.standing === "frozen" ? "Never" : "Not now"}: propose it again
            </Button>
          )}
        </div>
      )}
    </li>
  );
}

/** Past jobs looked at once more with the number as proposed. */
function PastJobs({ effect }: { effect: ProposalEffect }) {
  const [before, after] = effect.brier;
  const score = (value: number | null | undefined) => value?.toFixed(3) ?? "-";
  return (
    <p role="status" className="mt-1 rounded-xl bg-raised px-3 py-2">
      {effect.jobs === 0
        ? "There is no past job to try it on."
        : `On the last ${effect.jobs} jobs: what was wrong would have stood higher at first in ${effect.better}, lower in ${effect.worse}. ` +
          `Named first ${effect.first.join(" → ")}, among three ${effect.three.join(" → ")}, Brier score ${score(before)} → ${score(after)}.`}
    </p>
  );
}
