import { parseNumber } from "../words/numbers";
import { NumberField } from "./number-field";

/** What an engine is known by, as it is typed. */
export type EngineText = { power: string; displacement: string; full_speed: string };
/** What is possible on a kind of machine: power (kW), displacement (cc), full speed (rpm). */
export type EngineRange = Record<string, number[]>;

export const NO_ENGINE: EngineText = { power: "", displacement: "", full_speed: "" };

const FIELDS = [
  { id: "power", name: "Power", unit: "kW" },
  { id: "displacement", name: "Displacement", unit: "cc" },
  { id: "full_speed", name: "Full speed", unit: "rpm" },
] as const;

/** Power, or displacement and full speed; what cannot be is said at its field. */
export function EngineFields(props: {
  text: EngineText;
  range: EngineRange | undefined;
  onText: (text: EngineText) => void;
}) {
  return (
    <div className="grid gap-2 sm:grid-cols-3">
      {FIELDS.map(({ id, name, unit }) => {
        const range = props.range?.[id];
        return (
          <NumberField
            key={id}
            label={name}
            unit={unit}
            text={props.text[id]}
            onText={(text) => props.onText({ ...props.text, [id]: text })}
            error={wrong(props.text[id], range, unit)}
            help={range ? range.join(" to ") : undefined}
          />
        );
      })}
    </div>
  );
}

/** The numbers that were typed; null where one is none or cannot be. */
export function engineOf(
  text: EngineText,
  range: EngineRange | undefined,
): Partial<Record<keyof EngineText, number>> | null {
  const typed = FIELDS.filter(({ id }) => text[id].trim() !== "");
  if (typed.some(({ id, unit }) => wrong(text[id], range?.[id], unit))) return null;
  return Object.fromEntries(typed.map(({ id }) => [id, parseNumber(text[id]) ?? 0]));
}

function wrong(text: string, range: number[] | undefined, unit: string): string | null {
  if (text.trim() === "") return null;
  const value = parseNumber(text);
  if (value === null) return `Type a number in ${unit}.`;
  const [low = 0, high = Infinity] = range ?? [];
  return value >= low && value <= high
    ? null
    : `${low} to ${high} ${unit} on such a machine: look at the figure and its unit.`;
}
