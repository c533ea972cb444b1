import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { queries } from "../../api/queries";
import type { Catalogue, Problem } from "../../api/types";
import { useCatalogue } from "../../api/use-catalogue";
import { useCards } from "../../cards/use-cards";
import { useOutbox } from "../../outbox/use-outbox";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { Failed, Loading } from "../../ui/state";
import { ComplaintBuilder } from "./complaint-builder";
import { ContextQuestions } from "./context-questions";
import { emptyDraft, featuresOf, jobOf, storedDraft, storeDraft, symptomsOf, wrongWith, type Draft } from "./draft";
import { FamilyPicker } from "./family-picker";
import { FeatureSwitches } from "./feature-switches";
import { HowMade } from "./how-made";
import { WhatFor } from "./what-for";

/** A new job: which machine, what it does and when, what is known of its past. One page, nothing lost on reload. */
export function Intake() {
  const catalogue = useCatalogue();
  if (catalogue.isPending) return <Loading what="the trade" />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  return <Sheet catalogue={catalogue.data} />;
}

function Sheet({ catalogue }: { catalogue: Catalogue }) {
  const cards = useCards();
  const [draft, setDraft] = useState<Draft>(() => storedDraft(catalogue));
  const schools = useQuery(queries.schools());
  const { outbox } = useOutbox();
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  useEffect(() => storeDraft(draft), [draft]);

  const change = (part: Partial<Draft>) => setDraft((before) => ({ ...before, ...part }));
  const features = featuresOf(draft, catalogue);
  const present = Object.values(draft.symptoms).filter((row) => row.seen === "present").length;
  // The job goes out through the outbox: without a signal it is kept, and shown on its own page.
  const start = async () => {
    const wrong = wrongWith(draft, catalogue);
    if (wrong) {
      setProblem({ type: "about:blank", title: "Not sent", status: 422, detail: wrong });
      return;
    }
    setBusy(true);
    const job = jobOf(draft, catalogue, schools.data ?? { chosen: {}, lacks: [] }, cards.data?.cards ?? []);
    await outbox.addJob(job);
    const left = outbox.parcels.find((one) => one.id === job.id);
    if (left?.state === "refused") {
      // The sheet is still here and says it better than the parcel.
      outbox.drop([job.id]);
      setProblem(left.problem);
      setBusy(false);
      return;
    }
    storeDraft(null);
    void navigate(`/jobs/${job.id}`);
  };
  return (
    <form
      className="mx-auto grid max-w-[1200px] gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        void start();
      }}
    >
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-3xl">New job</h1>
        <Button look="quiet" onClick={() => setDraft(emptyDraft(catalogue))}>
          Clear the sheet
        </Button>
      </div>
      <Card>
        <h2 className="mb-2 text-xl">Which machine?</h2>
        <FamilyPicker
          catalogue={catalogue}
          family={draft.family}
          onChange={(family) => change({ family, switches: {}, symptoms: {}, card: null, carburetors: "", plan: "" })}
        />
        <div className="mt-4 grid max-w-3xl gap-4 sm:grid-cols-2">
          <label>
            <span className="text-sm">What the shop calls it</span>
            <input
              value={draft.name}
              maxLength={120}
              onChange={(event) => change({ name: event.target.value })}
              className="mt-1 min-h-12 w-full rounded-xl border-2 border-edge bg-raised px-3"
            />
          </label>
          <label>
            <span className="text-sm">Spec card of the carburetor</span>
            <select
              value={draft.card ?? ""}
              onChange={(event) => change({ card: event.target.value || null })}
              className="mt-1 min-h-12 w-full rounded-xl border-2 border-edge bg-raised px-2"
            >
              <option value="">None: what is usual in the trade</option>
              {(cards.data?.cards ?? [])
                .filter((card) => card.family === draft.family)
                .map((card) => (
                  <option key={card.id} value={card.id}>
                    {card.name}
                  </option>
                ))}
            </select>
          </label>
        </div>
        <HowMade catalogue={catalogue} draft={draft} features={features} onChange={change} />
        <WhatFor catalogue={catalogue} features={features} plan={draft.plan} onChange={(plan) => change({ plan })} />
        <FeatureSwitches
          catalogue={catalogue}
          features={features}
          onSwitch={(id, on) => change({ switches: { ...draft.switches, [id]: on } })}
        />
      </Card>
      <ComplaintBuilder
        catalogue={catalogue}
        known={symptomsOf(catalogue, features)}
        features={features}
        symptoms={draft.symptoms}
        onChange={(symptoms) => change({ symptoms })}
      />
      <ContextQuestions catalogue={catalogue} context={draft.context} work={draft.work} onChange={change} />
      <div className="sticky-bar sticky bottom-0 -mx-1 flex flex-wrap items-center gap-3 border-t border-line bg-ground px-1 py-3 max-sm:bottom-14">
        <p className="min-w-48 flex-1 text-dim max-sm:text-sm" role={problem ? "alert" : undefined}>
          {problem ? (
            <span className="text-rust">
              <strong>{problem.title}.</strong> {problem.detail}
            </span>
          ) : present > 0 ? (
            `${present} ${present === 1 ? "complaint" : "complaints"} noted.`
          ) : (
            "Without a complaint it is an inspection: bench findings alone are enough to trace from."
          )}
        </p>
        <Button type="submit" look="fuel" className="min-h-12 px-6" disabled={busy}>
          Start tracing
        </Button>
      </div>
    </form>
  );
}
