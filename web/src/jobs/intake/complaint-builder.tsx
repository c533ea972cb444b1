import { useId, useState } from "react";
import type { Catalogue, Symptom } from "../../api/types";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import type { Seen } from "./draft";
import { telling } from "./telling";
import { findSymptoms } from "../../words/search";

/** What it does and when. Each observation: seen, not seen, or not asked. */
export function ComplaintBuilder(props: {
  catalogue: Catalogue;
  /** What can be seen on this machine. */
  known: Symptom[];
  features: Set<string>;
  symptoms: Record<string, Seen>;
  onChange: (symptoms: Record<string, Seen>) => void;
}) {
  const [text, setText] = useState("");
  const id = useId();
  const found = findSymptoms(props.known, props.catalogue.synonyms, text);
  const groups = [...new Set(found.map((symptom) => symptom.group))];
  const set = (symptom: string, seen: Seen | null) => {
    const rest = Object.fromEntries(Object.entries(props.symptoms).filter(([key]) => key !== symptom));
    props.onChange(seen ? { ...props.symptoms, [symptom]: seen } : rest);
  };
  return (
    <Card>
      <h2 className="text-xl">What does it do?</h2>
      <p className="text-dim">What was not seen is evidence too. What nobody asked about is left alone.</p>
      <label htmlFor={id} className="mt-3 block text-sm">
        Search, in any words: flat spot, dribble, hunting ...
      </label>
      <input
        id={id}
        type="search"
        value={text}
        onChange={(event) => setText(event.target.value)}
        className="mt-1 min-h-12 w-full max-w-xl rounded-xl border-2 border-edge bg-raised px-3"
      />
      <p role="status" className="sr-only">
        {found.length} observations
      </p>
      <div className="mt-3 columns-1 gap-6 lg:columns-2">
        {groups.map((group) => (
          <section key={group} className="mb-4 break-inside-avoid">
            <h3 className="border-b border-line text-base capitalize">{group}</h3>
            {found
              .filter((symptom) => symptom.group === group)
              .map((symptom) => (
                <SymptomRow
                  key={symptom.id}
                  symptom={symptom}
                  seen={props.symptoms[symptom.id]}
                  conditions={telling(props.catalogue, props.features, symptom.id)}
                  onSet={(seen) => set(symptom.id, seen)}
                />
              ))}
          </section>
        ))}
        {found.length === 0 && <p className="py-4 text-dim">Nothing by that name on this machine. Try another word.</p>}
      </div>
    </Card>
  );
}

function SymptomRow(props: {
  symptom: Symptom;
  seen: Seen | undefined;
  conditions: Catalogue["conditions"];
  onSet: (seen: Seen | null) => void;
}) {
  const { symptom, seen } = props;
  const mark = (word: Seen["seen"]) => props.onSet(seen?.seen === word ? null : { seen: word, when: seen?.when ?? [] });
  return (
    <div className="py-1">
      <div className="flex items-center gap-2">
        <span className="flex-1 leading-tight">
          {symptom.name}
          <span className="block text-sm text-dim">{symptom.note}</span>
        </span>
        <Button
          aria-pressed={seen?.seen === "present"}
          aria-label={`Seen: ${symptom.name}`}
          className={seen?.seen === "present" ? "border-fuel! bg-fuel-soft!" : ""}
          onClick={() => mark("present")}
        >
          Seen
        </Button>
        <Button
          aria-pressed={seen?.seen === "absent"}
          aria-label={`Not seen: ${symptom.name}`}
          className={seen?.seen === "absent" ? "border-leaf! bg-leaf-soft!" : ""}
          onClick={() => mark("absent")}
        >
          Not
        </Button>
      </div>
      {seen?.seen === "present" && props.conditions.length > 0 && <When {...props} seen={seen} />}
    </div>
  );
}

function When({
  symptom,
  seen,
  conditions,
  onSet,
}: {
  symptom: Symptom;
  seen: Seen;
  conditions: Catalogue["conditions"];
  onSet: (seen: Seen) => void;
}) {
  const toggle = (id: string) =>
    onSet({ ...seen, when: seen.when.includes(id) ? seen.when.filter((one) => one !== id) : [...seen.when, id] });
  return (
    <fieldset className="mt-1 mb-2 border-l-2 border-fuel pl-3">
      <legend className="text-sm text-dim">When? {symptom.name}</legend>
      <div className="flex flex-wrap gap-1.5">
        {conditions.map((condition) => (
          <Button
            key={condition.id}
            aria-pressed={seen.when.includes(condition.id)}
            className={`px-3! text-sm ${seen.when.includes(condition.id) ? "border-fuel! bg-fuel-soft!" : "border-line!"}`}
            onClick={() => toggle(condition.id)}
          >
            {condition.name}
          </Button>
        ))}
      </div>
    </fieldset>
  );
}
