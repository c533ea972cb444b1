import { useId, useState } from "react";
import type { Reading } from "../api/types";
import { Button } from "../ui/button";

/** A number with its unit. Says what it takes, and what is wrong with what was typed; nothing typed is lost. */
export function ReadingField(props: {
  reading: Reading;
  disabled: boolean;
  onRecord: (reading: { value: number; unit: string }) => void;
}) {
  const { reading } = props;
  const id = useId();
  const [text, setText] = useState("");
  const [unit, setUnit] = useState(reading.unit);
  const [error, setError] = useState<string | null>(null);
  const record = () => {
    const value = parseNumber(text);
    const wrong =
      value === null ? `Type a number in ${unit}, such as ${reading.cuts[0] ?? 1}.` : outOfRange(value, unit, reading);
    setError(wrong);
    if (value !== null && !wrong) props.onRecord({ value, unit });
  };
  return (
    <form
      className="mt-4"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        record();
      }}
    >
      <label htmlFor={id} className="font-display font-semibold">
        {reading.name}
      </label>
      <div className="mt-1 flex flex-wrap gap-2">
        <input
          id={id}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          disabled={props.disabled}
          onChange={(event) => setText(event.target.value)}
          aria-invalid={error !== null}
          aria-describedby={`${id}-help`}
          className="min-h-12 w-32 min-w-0 flex-1 rounded-xl border-2 border-edge bg-raised px-3 text-xl tabular-nums disabled:opacity-50 aria-invalid:border-rust"
        />
        {reading.units.length > 1 ? (
          <select
            aria-label="Unit"
            value={unit}
            onChange={(event) => setUnit(event.target.value)}
            className="min-h-12 rounded-xl border-2 border-edge bg-raised px-2"
          >
            {reading.units.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        ) : (
          <span className="grid min-h-12 items-center px-1">{unit}</span>
        )}
        <Button type="submit" look="fuel" disabled={props.disabled}>
          Record
        </Button>
      </div>
      <p
        id={`${id}-help`}
        className={`mt-1 text-sm ${error ? "text-rust" : "text-dim"}`}
        role={error ? "alert" : undefined}
      >
        {error ?? `${reading.physical.join(" to ")} ${reading.unit}. ${reading.source}`}
      </p>
    </form>
  );
}

/** Accepts a comma for the decimal point. null when it is not a number. */
export function parseNumber(text: string): number | null {
  const plain = text.trim().replace(",", ".");
  return /^[-+]?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : null;
}

/** In its own unit the range is known here; in another the server judges. */
function outOfRange(value: number, unit: string, reading: Reading): string | null {
  const [low = -Infinity, high = Infinity] = reading.physical;
  if (unit !== reading.unit || (value >= low && value <= high)) return null;
  return `${value} ${unit} cannot be: it lies between ${low} and ${high} ${unit}. Read again, or choose another unit.`;
}
