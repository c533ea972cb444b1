import { useId, useState } from "react";
import { findSymptoms } from "../../words/search";
import { useDesk } from "../desk";
import { Button } from "../../ui/button";

/** One more observation, found by its name or a synonym. */
export function SymptomSearch(props: { onRecord: (symptom: string, seen: "present" | "absent") => void }) {
  const { job, catalogue } = useDesk();
  const [text, setText] = useState("");
  const id = useId();
  const here = catalogue.symptoms.filter((symptom) => job.trace.machine.symptoms.includes(symptom.id));
  const found = findSymptoms(here, catalogue.synonyms, text).slice(0, 6);
  return (
    <div className="mt-3">
      <label htmlFor={id} className="text-sm">
        What was seen, heard or smelled
      </label>
      <input
        id={id}
        type="search"
        value={text}
        onChange={(event) => setText(event.target.value)}
        className="mt-1 min-h-12 w-full rounded-xl border-2 border-edge bg-raised px-3"
      />
      <ul className="mt-2 space-y-2">
        {found.map((symptom) => (
          <li key={symptom.id} className="flex flex-wrap items-center gap-2">
            <span className="min-w-40 flex-1 text-[15px]">{symptom.name}</span>
            <Button onClick={() => props.onRecord(symptom.id, "present")} aria-label={`Seen: ${symptom.name}`}>
              Seen
            </Button>
            <Button onClick={() => props.onRecord(symptom.id, "absent")} aria-label={`Not seen: ${symptom.name}`}>
              Not seen
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
