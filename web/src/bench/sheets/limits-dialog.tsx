import { useState } from "react";
import { entry } from "../../api/entries";
import type { Job, SpecCard } from "../../api/types";
import { figureText } from "../../words/figures";
import { useCards } from "../../cards/use-cards";
import { Button } from "../../ui/button";
import { Dialog } from "../../ui/dialog";
import { parseNumber } from "../../words/numbers";
import { limitFrom } from "../../words/limits";
import { useDesk } from "../desk";

/** Which limits judge the readings of this job, and where each comes from: choose a card, or enter one's own. */
export function LimitsDialog(props: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { job, catalogue, parcels, add } = useDesk();
  const { machine } = job.trace;
  const cards = useCards();
  const fitting = (cards.data?.cards ?? []).filter((card) => card.family === machine.family);
  const known = new Set(catalogue.checks.map((check) => check.id));
  // What the card says beside the limits of readings: jets, gaps, streams.
  const held =
    fitting.find((card) => card.id === machine.card?.id)?.figures.filter((figure) => !known.has(figure.item)) ?? [];
  const choose = (card: SpecCard) =>
    void add(entry("limits", { card: { id: card.id, name: card.name }, limits: card.limits }));
  const own = (check: string, cuts: number[]) =>
    void add(entry("limits", { limits: { [check]: { cuts, from: "job", source: "entered for this job" } } }));
  const rows = catalogue.checks.filter((check) => check.reading && machine.readings[check.id]);
  const problem = parcels.find((one) => one.problem)?.problem;
  return (
    <Dialog
      open={props.open}
      onOpenChange={props.onOpenChange}
      title="Limits of this job"
      description="A reading is judged by this job's own limit, else the spec card, else what is usual for the family."
    >
      <h3 className="text-base">Spec card</h3>
      <div className="mt-1 mb-3 flex flex-wrap gap-2">
        {fitting.map((card) => (
          <Button
            key={card.id}
            aria-pressed={machine.card?.id === card.id}
            className="aria-pressed:border-fuel aria-pressed:bg-fuel-soft"
            onClick={() => choose(card)}
          >
            {card.name}
          </Button>
        ))}
        {fitting.length === 0 && <p className="text-dim">No card for this family yet.</p>}
      </div>
      {held.length > 0 && (
        <dl className="mb-3 flex flex-wrap gap-x-6 gap-y-1 rounded-xl border border-line p-3 text-[15px]">
          {held.map((figure) => (
            <div key={figure.item} className="flex gap-2">
              <dt className="text-dim">{cards.data?.items.find((item) => item.id === figure.item)?.name}</dt>
              <dd className="font-semibold tabular-nums" title={`${figure.source}, ${figure.date}`}>
                {figureText(figure)}
              </dd>
            </div>
          ))}
        </dl>
      )}
      <ul>
        {rows.map((check) => (
          <LimitRow
            key={check.id}
            name={check.reading?.name ?? check.name}
            unit={check.reading?.unit ?? ""}
            limit={machine.readings[check.id] ?? {}}
            count={Math.max((check.reading?.words.length ?? 1) - 1, 1)}
            settable={["number", "calculator"].includes(check.reading?.by ?? "")}
            onSave={(cuts) => own(check.id, cuts)}
          />
        ))}
      </ul>
      {problem && (
        <p role="alert" className="mt-2 text-rust">
          {problem.detail}
        </p>
      )}
    </Dialog>
  );
}

function LimitRow(props: {
  name: string;
  unit: string;
  limit: Job["trace"]["machine"]["readings"][string];
  count: number;
  settable: boolean;
  onSave: (cuts: number[]) => void;
}) {
  const { limit } = props;
  const [texts, setTexts] = useState<string[] | null>(null);
  const shown = limit.cuts ? limit.cuts.join(" and ") : "not known";
  const values = texts?.map(parseNumber) ?? [];
  const ready = texts !== null && values.every((value) => value !== null);
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line py-1.5">
      <span className="min-w-52 flex-1 leading-tight">
        {props.name}
        <span className="block text-sm text-dim">
          {props.settable
            ? `${shown} ${props.unit === "ratio" ? "" : props.unit}, ${limitFrom(limit)}`
            : "judged by its curve"}
        </span>
      </span>
      {props.settable && texts === null && (
        <Button
          look="quiet"
          onClick={() => setTexts(limit.cuts?.map(String) ?? Array.from({ length: props.count }, () => ""))}
        >
          Change
        </Button>
      )}
      {texts?.map((text, i) => (
        <input
          key={i}
          aria-label={`${props.name}, limit ${i + 1}`}
          inputMode="decimal"
          value={text}
          onChange={(event) => setTexts(texts.map((one, k) => (k === i ? event.target.value : one)))}
          className="min-h-11 w-24 rounded-lg border-2 border-edge bg-raised px-2 tabular-nums"
        />
      ))}
      {texts && (
        <Button
          look="fuel"
          disabled={!ready}
          onClick={() => {
            props.onSave(values as number[]);
            setTexts(null);
          }}
        >
          Set
        </Button>
      )}
    </li>
  );
}
