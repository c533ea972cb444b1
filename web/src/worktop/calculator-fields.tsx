import { useId } from "react";
import type { CalculatorInput } from "../api/types";
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
            <Choice
              key={input.id}
              input={input}
              value={now?.text ?? usual(input)}
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

function Choice({
  input,
  value,
  onChange,
}: {
  input: CalculatorInput;
  value: string;
  onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block text-[15px] leading-tight font-medium">
        {input.name}
      </label>
      <select
        id={id}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className="mt-1 min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-2"
      >
        {Object.entries(input.choices ?? {}).map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </div>
  );
}
