import { useId } from "react";

/** One of a list, under its name. options: [id, name] in order */
export function ChoiceField(props: {
  label: string;
  value: string;
  options: (readonly [string, string])[];
  onChange: (id: string) => void;
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-[15px] leading-tight font-medium">
        {props.label}
      </label>
      <select
        id={id}
        value={props.value}
        onChange={(event) => props.onChange(event.target.value)}
        className="mt-1 min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-2"
      >
        {props.options.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </div>
  );
}
