import { Slider } from "radix-ui";
import type { HoleField, MixtureSheets } from "../api/types";
import { ChoiceField } from "../ui/choice-field";
import { Fold } from "../ui/fold";
import { NumberField } from "../ui/number-field";
import { parseNumber } from "../words/numbers";
import { takes, usual, type Typed } from "../worktop/typed";
import { plain, sliderOf, type Given } from "./sizes";

type Props = {
  fields: HoleField[];
  groups: MixtureSheets["groups"];
  /** What stands in the fields. */
  typed: Typed;
  given: Record<string, Given>;
  onChange: (field: string, part: Typed[string]) => void;
  wrongAt: (field: string) => string | null;
};

/** The holes by circuit, each with a slider where it is worth drawing along. The line of a group says when something in it is wrong. */
export function HoleFields({ fields, groups, ...props }: Props) {
  return groups
    .map((group) => ({ group, rows: fields.filter((field) => field.group === group.id) }))
    .filter(({ rows }) => rows.length > 0)
    .map(({ group, rows }) => {
      const wrong = rows.some((row) => props.wrongAt(row.id));
      return (
        <Fold
          key={group.id}
          open={["main", "idle"].includes(group.id)}
          title={
            <span className="flex items-baseline justify-between gap-3 pr-1">
              <span className="font-display text-lg font-semibold">{group.name}</span>
              {wrong ? (
                <span className="text-sm text-rust">Look in here</span>
              ) : (
                <span className="truncate text-sm text-dim">{outline(rows, props.typed)}</span>
              )}
            </span>
          }
          className="border-b border-line"
        >
          <div className="grid gap-x-4 gap-y-3 pt-1 pb-4 sm:grid-cols-2">
            {rows.map((field) => (
              <Hole key={field.id} field={field} {...props} />
            ))}
          </div>
        </Fold>
      );
    });
}

/** The first sizes of a group, for its line: "0.54, 1.1 mm". */
function outline(rows: HoleField[], typed: Typed): string {
  return rows
    .filter((row) => !row.choices)
    .slice(0, 3)
    .map((row) => typed[row.id]?.text ?? usual(row))
    .join(" · ");
}

function Hole({ field, typed, given, onChange, wrongAt }: { field: HoleField } & Omit<Props, "fields" | "groups">) {
  const now = typed[field.id];
  const set = (part: Typed[string]) => onChange(field.id, part);
  if (field.choices)
    return (
      <ChoiceField
        label={field.name}
        value={now?.text ?? usual(field)}
        options={Object.entries(field.choices)}
        onChange={(text) => set({ text })}
      />
    );
  const text = now?.text ?? usual(field);
  const unit = now?.unit ?? field.unit;
  const base = given[field.id];
  const slider =
    unit === field.unit ? sliderOf(field, base && base.unit === unit ? base.value : parseNumber(usual(field))) : null;
  const value = parseNumber(text);
  return (
    <div className="min-w-0">
      <NumberField
        label={field.name}
        text={text}
        onText={(next) => set({ text: next })}
        unit={unit}
        units={field.units}
        onUnit={(next) => set({ unit: next })}
        error={wrongAt(field.id)}
        help={[base && text === plain(base.value) ? base.says : null, field.help ?? takes(field)]
          .filter(Boolean)
          .join(". ")}
      />
      {slider && (
        <Slider.Root
          min={slider.min}
          max={slider.max}
          step={slider.step}
          value={[Math.min(slider.max, Math.max(slider.min, value ?? slider.min))]}
          onValueChange={([next]) => next !== undefined && set({ text: plain(next) })}
          className="relative flex h-11 w-full touch-none items-center select-none"
        >
          <Slider.Track className="relative h-1.5 grow rounded-full bg-line">
            <Slider.Range className="absolute h-full rounded-full bg-fuel" />
          </Slider.Track>
          <Slider.Thumb
            aria-label={`Draw along: ${field.name}`}
            className="block size-7 rounded-full border-2 border-fuel bg-raised shadow-sm"
          />
        </Slider.Root>
      )}
    </div>
  );
}
