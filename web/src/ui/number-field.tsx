import { useId, type ReactNode } from "react";

/** A number with its unit. The text stays as typed; what is wrong stands under it. */
export function NumberField(props: {
  label: string;
  text: string;
  onText: (text: string) => void;
  unit?: string | undefined;
  units?: readonly string[];
  onUnit?: (unit: string) => void;
  error?: string | null | undefined;
  help?: ReactNode;
  disabled?: boolean;
  big?: boolean;
}) {
  const id = useId();
  const units = props.units ?? [];
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-[15px] leading-tight font-medium">
        {props.label}
      </label>
      <div className="mt-1 flex gap-1.5">
        <input
          id={id}
          inputMode="decimal"
          autoComplete="off"
          value={props.text}
          disabled={props.disabled}
          onChange={(event) => props.onText(event.target.value)}
          aria-invalid={props.error ? true : undefined}
          aria-describedby={props.error || props.help ? `${id}-help` : undefined}
          className={`w-full min-w-0 rounded-xl border-2 border-edge bg-raised px-3 tabular-nums disabled:opacity-50 aria-invalid:border-rust ${props.big ? "min-h-14 text-2xl" : "min-h-11"}`}
        />
        {units.length > 1 ? (
          <select
            aria-label={`Unit of ${props.label}`}
            value={props.unit}
            disabled={props.disabled}
            onChange={(event) => props.onUnit?.(event.target.value)}
            className="min-h-11 rounded-xl border-2 border-edge bg-raised px-1.5"
          >
            {units.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        ) : (
          props.unit &&
          props.unit !== "count" && <span className="grid min-h-11 items-center px-1 text-dim">{props.unit}</span>
        )}
      </div>
      {(props.error || props.help) && (
        <p
          id={`${id}-help`}
          role={props.error ? "alert" : undefined}
          className={`mt-0.5 text-sm leading-tight ${props.error ? "text-rust" : "text-dim"}`}
        >
          {props.error ?? props.help}
        </p>
      )}
    </div>
  );
}
