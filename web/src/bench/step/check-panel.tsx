import { Clock, Wrench } from "lucide-react";
import { useState } from "react";
import { api } from "../../api/client";
import { entry, type EntryData } from "../../api/entries";
import type { Check, CheckOption, Job } from "../../api/types";
import { Instrument } from "../../instruments/instrument";
import { PictureMap } from "../../instruments/picture-map";
import { useKeys, useShown } from "../../keys/use-keys";
import { Button } from "../../ui/button";
import { Fold } from "../../ui/fold";
import { CheckIcon } from "../../ui/icons";
import { percent } from "../../words/percent";
import { Cautions, useCautions } from "./cautions";
import { EngineAsk } from "./engine-ask";
import { firstPlace, PlaceChoice } from "./place-choice";
import { minutesOf, STATE } from "../../words/states";
import { useDesk } from "../desk";
import { ItTook, useTook } from "./it-took";
import { PassOver, PassUnreadable } from "./pass-over";
import { Simulated } from "./simulated";

/** One check: how to do it, what to watch out for, and its answers as large buttons or a number. */
export function CheckPanel(props: { check: Check; option: CheckOption | null; reason: string | null }) {
  const { option } = props;
  const { job, add } = useDesk();
  const check = shopWay(props.check, job);
  const cautions = useCautions(check.hazards);
  const fitted = job.trace.machine.checks[check.id];
  const outcomes = check.outcomes.filter((row) => fitted?.includes(row.id) ?? true);
  const [marked, setMarked] = useState<string[]>([]);
  const [reporter, setReporter] = useState("");
  const took = useTook();
  const { machine } = job.trace;
  const places = option?.places ?? unlooked(machine.places[check.per ?? ""]);
  const screw = machine.screws.find((row) => row.checks.includes(check.id))?.says;
  const notes = option?.notes ?? [screw ?? []].flat();
  const [chosen, setChosen] = useState<string | null>(null);
  const place = chosen ?? firstPlace(places);
  const ready = cautions.read && !took.wrong; // minutes that cannot be are told at their field
  const record = (data: Omit<EntryData<"check">, "check">) => {
    if (!ready) return;
    setMarked([]);
    setChosen(null);
    took.clear();
    const reported = reporter.trim() ? { reported: reporter.trim() } : took.data;
    void add(entry("check", { check: check.id, ...data, ...reported, ...(place && { place }) }));
  };
  const choose = (id: string, kind: string) => {
    if (!ready) return;
    if (!check.multi || kind !== "abnormal") {
      record({ outcomes: [id] });
      return;
    }
    setMarked((before) => (before.includes(id) ? before.filter((one) => one !== id) : [...before, id]));
  };
  useKeys(
    "The step",
    outcomes.slice(0, 9).map((row, i) => [String(i + 1), row.name, () => choose(row.id, row.kind)]),
    ready,
  );
  useKeys(
    "The step",
    [["Enter", "Record what is marked", () => record({ outcomes: marked })]],
    ready && marked.length > 0,
  );

  return (
    <div>
      <p className="text-sm font-semibold text-fuel">
        Next check · {check.states.map((code) => STATE[code]).join(" or ")}
      </p>
      <h2 className="flex items-start gap-2 text-[1.6rem] leading-tight">
        <span className="mt-0.5 shrink-0 text-fuel">
          <CheckIcon icon={check.icon} />
        </span>
        {check.name}
      </h2>
      {props.reason && <p className="mt-1 text-dim">{props.reason}</p>}
      {option && <Expected option={option} />}
      <p className="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-sm text-dim">
        <span className="flex items-center gap-1.5">
          <Clock size={16} aria-hidden /> {option ? minutesOf(option) : `${check.minutes} min`}
        </span>
        {check.tools.length > 0 && (
          <span className="flex items-center gap-1.5">
            <Wrench size={16} aria-hidden /> {check.tools.join(", ")}
          </span>
        )}
      </p>
      <ol className="mt-3 list-decimal space-y-1 pl-6 marker:text-fuel">
        {check.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {notes.map((note) => (
        <p key={note} className="mt-2 border-l-4 border-fuel bg-fuel-soft px-3 py-1.5">
          {note}
        </p>
      ))}
      <Cautions state={cautions} />
      {option?.asks_engine && <EngineAsk />}
      {places.length > 1 && <PlaceChoice places={places} value={place} onChange={setChosen} />}
      {check.reading && (
        <Instrument
          key={place}
          job={job}
          place={place}
          check={check}
          reading={check.reading}
          disabled={!ready}
          onRecord={(reading) => record({ reading })}
        />
      )}
      <Simulated
        name="Do it, and see what it shows"
        disabled={!ready}
        ask={(id) => api.practiceLook(id, check.id)}
        onAnswer={({ outcomes, reading }) => record(reading ? { reading } : { outcomes })}
        unreadable={<PassUnreadable check={check.id} />}
      />
      <h3 className="mt-4 mb-2 text-base">
        {check.reading
          ? "Or in a word"
          : check.multi
            ? "What did you see? More than one may be marked"
            : "What did you see?"}
      </h3>
      {check.picture && (
        <PictureMap check={check} outcomes={outcomes} marked={marked} disabled={!ready} onChoose={choose} />
      )}
      <div className="mt-2 grid gap-2 sm:grid-cols-2">
        {outcomes.map((row, i) => (
          <Outcome
            key={row.id}
            name={row.name}
            kind={row.kind}
            digit={i < 9 ? i + 1 : null}
            marked={check.multi && row.kind === "abnormal" ? marked.includes(row.id) : null}
            disabled={!ready}
            onChoose={() => choose(row.id, row.kind)}
          />
        ))}
      </div>
      {check.multi && (
        <Button
          look="fuel"
          className="mt-3 w-full"
          disabled={!ready || marked.length === 0}
          onClick={() => record({ outcomes: marked })}
        >
          Record {marked.length > 0 ? `what is marked (${marked.length})` : "what is marked"}
        </Button>
      )}
      <ItTook took={took} usual={check.minutes} />
      <Fold className="text-sm text-dim" title="Found by somebody else">
        <label className="block pb-2">
          <span>Who reports it? Its answer then counts like your own, and costs this bench no minutes.</span>
          <input
            value={reporter}
            maxLength={120}
            onChange={(event) => setReporter(event.target.value)}
            className="mt-1 min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-3 text-base text-ink"
          />
        </label>
      </Fold>
      <PassOver check={check.id} />
    </div>
  );
}

/** Places of a check that is taken out of turn: nobody has said which are done. */
function unlooked(places: { id: string; name: string }[] | undefined): CheckOption["places"] {
  return (places ?? []).map((place) => ({ ...place, done: false }));
}

/** What the odds say it will show. Not on the answers themselves: nobody should see what he is expected to see. */
function Expected({ option }: { option: CheckOption }) {
  return (
    <Fold className="text-sm text-dim" title="What is expected, and why now">
      <ul className="pb-2">
        {option.outcomes.map((row) => (
          <li key={row.id} className="grid grid-cols-[3.2rem_1fr] gap-2 py-0.5">
            <span className="text-right tabular-nums">{percent(row.chance)}</span>
            <span>{row.name}</span>
          </li>
        ))}
      </ul>
    </Fold>
  );
}

/** The check as this shop does it: steps and tools by its schools. */
function shopWay(check: Check, job: Job): Check {
  const way = job.trace.machine.schools[check.id];
  if (!way) return check;
  const steps = way.access ? [way.access, ...way.steps] : way.steps;
  return { ...check, steps, tools: way.tools, states: way.states, minutes: way.minutes };
}

const KIND = { healthy: "border-leaf", abnormal: "border-edge", neutral: "border-line border-dashed" } as const;

function Outcome(props: {
  name: string;
  kind: keyof typeof KIND;
  digit: number | null;
  marked: boolean | null;
  disabled: boolean;
  onChoose: () => void;
}) {
  const shown = useShown();
  const key = props.digit ? shown(String(props.digit)) : undefined;
  return (
    <button
      type="button"
      disabled={props.disabled}
      aria-pressed={props.marked ?? undefined}
      aria-keyshortcuts={key}
      onClick={props.onChoose}
      className={`flex min-h-14 items-center gap-3 rounded-xl border-2 bg-raised px-3 py-2 text-left hover:border-fuel disabled:opacity-50 ${KIND[props.kind]} ${props.marked ? "border-fuel! bg-fuel-soft!" : ""}`}
    >
      {key && (
        <span className="grid size-6 shrink-0 place-items-center rounded border border-line text-sm text-dim">
          {key}
        </span>
      )}
      <span className="flex-1 leading-tight">
        {props.name}
        {props.marked && <span className="block text-sm text-fuel">marked</span>}
        {props.kind === "neutral" && <span className="block text-sm text-dim">says nothing, do it again</span>}
      </span>
    </button>
  );
}
