import type { SettingField, SettingLoop } from "../../api/types";
import { ChoiceField } from "../../ui/choice-field";
import { NumberField } from "../../ui/number-field";
import { laid, text, wrong, type Typed } from "./round";

type Type = (id: string, said: string) => void;

/** What it is set to: where nobody has said, the field stands empty. */
export function GoalFields(props: { goals: SettingLoop["goals"]; typed: Typed; onType: Type }) {
  if (props.goals.length === 0) return null;
  return (
    <fieldset>
      <legend className="sr-only">Set to</legend>
      <div className="grid gap-3 sm:grid-cols-2">
        {props.goals.map((goal) => {
          const said = props.typed[goal.id] ?? text(goal.value);
          return (
            <NumberField
              key={goal.id}
              label={goal.name}
              unit={goal.unit === "number" ? undefined : goal.unit}
              text={said}
              onText={(typed) => props.onType(goal.id, typed)}
              error={wrong(goal, said)}
              help={goal.source ?? (goal.optional ? "where it is known" : "asked for: nobody has said")}
            />
          );
        })}
      </div>
    </fieldset>
  );
}

/** A round: what is turned, then what is read. */
export function RoundFields(props: { fields: SettingField[]; typed: Typed; onType: Type }) {
  const group = (name: string, fields: SettingField[]) =>
    fields.length > 0 && (
      <fieldset>
        <legend className="mb-1 text-lg font-semibold">{name}</legend>
        <div className="grid gap-3 sm:grid-cols-2">
          {fields.map((field) => (
            <Field key={field.id} field={field} typed={props.typed} onType={props.onType} />
          ))}
        </div>
      </fieldset>
    );
  return (
    <>
      {group(
        "Stands at",
        props.fields.filter((field) => field.set),
      )}
      {group(
        "Reads",
        props.fields.filter((field) => !field.set),
      )}
    </>
  );
}

function Field({ field, typed, onType }: { field: SettingField; typed: Typed; onType: Type }) {
  const said = laid(field, typed);
  if (field.choices)
    return (
      <ChoiceField
        label={field.name}
        value={said}
        options={[["", field.optional ? "not tried" : "choose"], ...Object.entries(field.choices)]}
        onChange={(id) => onType(field.id, id)}
      />
    );
  const unit = ["number", "reading", "position"].includes(field.unit ?? "") ? undefined : (field.unit ?? undefined);
  return (
    <NumberField
      label={`${field.name}${field.optional ? " (if read)" : ""}`}
      unit={unit}
      text={said}
      onText={(typedNow) => onType(field.id, typedNow)}
      error={wrong(field, said)}
    />
  );
}
