import { NumberField } from "../../ui/number-field";
import { Segmented } from "../../ui/segmented";
import { TextField } from "../../ui/text-field";
import { UNNOTED, type Laid, type Progress } from "./use-progress";
import { wrongNotes } from "./use-mark";

const CONDITIONS = [
  { id: "reuse", name: "Goes back" },
  { id: "renew", name: "Renew" },
  { id: "doubt", name: "In doubt" },
];

/** What is written down of a part before it moves, and in what condition it is. */
export function NotedFields({ step, progress }: { step: Laid; progress: Progress }) {
  if (step.off !== true) return null;
  const noted = progress.noted[step.id] ?? UNNOTED;
  const wrong = wrongNotes(step, noted);
  const set = (id: string, text: string) =>
    progress.setNoted(step.id, { ...noted, notes: { ...noted.notes, [id]: text } });
  return (
    <fieldset className="mt-3 grid gap-2 sm:grid-cols-2 print:hidden" disabled={progress.done.has(step.id)}>
      <legend className="sr-only">What is noted before it moves</legend>
      {step.note.map((row) => {
        const label = row.name.replace(/^./, (letter) => letter.toUpperCase());
        return row.number ? (
          <NumberField
            key={row.id}
            label={label}
            text={noted.notes[row.id] ?? ""}
            onText={(text) => set(row.id, text)}
            error={wrong.has(row.id) ? "A number" : null}
          />
        ) : (
          <TextField key={row.id} label={label} text={noted.notes[row.id] ?? ""} onText={(text) => set(row.id, text)} />
        );
      })}
      <div className="sm:col-span-2">
        <Segmented
          label="Condition"
          value={noted.condition}
          options={CONDITIONS}
          onChange={(id) =>
            progress.setNoted(step.id, { ...noted, condition: id === "renew" || id === "doubt" ? id : "reuse" })
          }
        />
      </div>
    </fieldset>
  );
}
