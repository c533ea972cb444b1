import { X } from "lucide-react";
import { useState } from "react";
import { Button } from "../ui/button";
import { NumberField } from "../ui/number-field";
import { parseNumber } from "../words/numbers";

/** Numbers taken one after another: each can be struck off again; a further one can be typed. */
export function ReadingsList(props: {
  name: string;
  unit: string;
  values: number[];
  onChange: (values: number[]) => void;
  error?: string | null;
  active?: boolean;
}) {
  const [text, setText] = useState("");
  const [error, setError] = useState<string | null>(null);
  const add = () => {
    const value = parseNumber(text);
    if (value === null) {
      setError(`Type a number in ${props.unit || "figures"}.`);
      return;
    }
    setError(null);
    setText("");
    props.onChange([...props.values, value]);
  };
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
      className={`rounded-xl border-2 p-2 ${props.active ? "border-fuel" : "border-line"}`}
    >
      <ul aria-label={props.name} className="flex flex-wrap gap-1.5">
        {props.values.map((value, i) => (
          <li key={i}>
            <Button
              className="px-2.5! tabular-nums"
              aria-label={`Strike ${value} off ${props.name}`}
              onClick={() => props.onChange(props.values.filter((_, k) => k !== i))}
            >
              {value} <X size={15} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-1 flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <NumberField label={props.name} text={text} onText={setText} unit={props.unit} error={error ?? props.error} />
        </div>
        <Button type="submit">Add</Button>
      </div>
    </form>
  );
}
