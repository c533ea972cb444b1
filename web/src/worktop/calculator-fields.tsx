import type { CalculatorInput } from "../api/types";
import { ChoiceField } from "../ui/choice-field";
import { NumberField } from "../ui/number-field";
import { takes, usual, type Typed } from "./typed";

/** The fields of a calculator. prefilled: untouched fields show their usual value. */
export function CalculatorFields(props: {
  inputs: CalculatorInput[];
  typed: Typed;
  onChange: (typed: Typed) => void;
  wrongAt: (id: string) => string | null;
  prefilled: boolean;
}) {
  const set = (id: string, part: Typed[string]) =>
    props.onChange({ ...props.typed, [id]: { ...props.typed[id], ...part } });
  return (
    <div className="grid gap-x-3 gap-y-2.5 sm:grid-cols-2">
      {props.inputs.map((input) => {
        const now = props.typed[input.id];
        if (input.choices)
          return (
            <ChoiceField
              key={input.id}
              label={input.name}
              value={now?.text ?? usual(input)}
              options={Object.entries(input.choices)}
              onChange={(text) => set(input.id, { text })}
            />
          );
        return (
          <div key={input.id} className={input.list ? "sm:col-span-2" : ""}>
            <NumberField
              label={input.list ? `${input.name}, apart by spaces` : input.name}
              text={now?.text ?? (props.prefilled ? usual(input) : "")}
              onText={(text) => set(input.id, { text })}
              unit={now?.unit ?? input.unit}
              units={input.units}
              onUnit={(unit) => set(input.id, { unit })}
              error={props.wrongAt(input.id)}
              help={input.help ?? (input.optional ? `May be left out. ${takes(input)}` : takes(input))}
            />
          </div>
        );
      })}
    </div>
  );
}
