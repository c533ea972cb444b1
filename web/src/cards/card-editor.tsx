import { useFieldArray, useForm, useWatch, type FieldPath, type UseFormRegister } from "react-hook-form";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { CardData, Catalogue, SpecItem } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { today } from "../ui/clock";
import { parseNumber } from "../words/numbers";
import type { EditedCard } from "./edited-card";

/** A card as it is typed: numbers are texts until they are sent. */
type Fields = {
  name: string;
  family: string;
  figures: { item: string; low: string; high: string; unit: string; source: string; date: string; place: string }[];
};

const FIELD = "min-h-11 w-full min-w-0 rounded-lg border-2 border-edge bg-raised px-2";

/** One card being written: a line a figure, wrong fields named where they stand. */
export function CardEditor(props: {
  card: EditedCard;
  items: SpecItem[];
  families: Catalogue["families"];
  onDone: () => void;
  onCancel: () => void;
}) {
  const { items } = props;
  const form = useForm<Fields>({ defaultValues: typed(props.card) });
  const { fields, append, remove } = useFieldArray({ control: form.control, name: "figures" });
  const { errors } = form.formState;
  const chosen = useWatch({ control: form.control, name: "figures" });
  const keep = form.handleSubmit(async (values) => {
    try {
      await api.keepCard({ ...(props.card.id && { id: props.card.id }), ...read(values) });
      props.onDone();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      tell(error, form.setError);
    }
  });
  const add = () => {
    const taken = form.getValues("figures");
    const item = items.find((one) => !taken.some((row) => row.item === one.id));
    const last = taken.at(-1);
    if (item)
      append({
        item: item.id,
        low: "",
        high: "",
        unit: item.unit,
        source: last?.source ?? "",
        date: last?.date ?? today(),
        place: "",
      });
  };
  return (
    <Card aria-label="Card" className="mb-3 border-2! border-fuel!">
      <form noValidate onSubmit={(event) => void keep(event)}>
        <div className="grid gap-3 sm:grid-cols-2">
          <label>
            Carburetor model, as the shop calls it
            <input maxLength={120} className={`${FIELD} mt-1`} {...form.register("name")} />
            <Wrong says={errors.name?.message} />
          </label>
          <label>
            Family
            <select className={`${FIELD} mt-1`} {...form.register("family")}>
              {props.families.map((row) => (
                <option key={row.id} value={row.id}>
                  {row.name}
                </option>
              ))}
            </select>
            <Wrong says={errors.family?.message} />
          </label>
        </div>
        <ul className="mt-3 space-y-2">
          {fields.map((field, i) => {
            const item = items.find((one) => one.id === chosen[i]?.item);
            const wrong = errors.figures?.[i];
            return (
              <Figure
                key={field.id}
                at={i}
                items={items}
                item={item}
                register={form.register}
                onItem={(id) => form.setValue(`figures.${i}.unit`, items.find((one) => one.id === id)?.unit ?? "")}
                wrong={
                  wrong?.item?.message ??
                  wrong?.low?.message ??
                  wrong?.high?.message ??
                  wrong?.unit?.message ??
                  wrong?.source?.message ??
                  wrong?.date?.message ??
                  wrong?.place?.message ??
                  wrong?.message
                }
                onRemove={() => remove(i)}
              />
            );
          })}
        </ul>
        <Wrong says={errors.root?.message} />
        <div className="mt-3 flex flex-wrap gap-2">
          <Button onClick={add}>Another figure</Button>
          <Button type="submit" look="fuel">
            Keep the card
          </Button>
          <Button look="quiet" onClick={props.onCancel}>
            Leave it
          </Button>
        </div>
      </form>
    </Card>
  );
}

function Figure(props: {
  at: number;
  items: SpecItem[];
  item: SpecItem | undefined;
  register: UseFormRegister<Fields>;
  onItem: (id: string) => void;
  wrong: string | undefined;
  onRemove: () => void;
}) {
  const { at, item, register } = props;
  const number = { validate: (text: string) => readable(text) || "Type numbers, or leave one of the two empty." };
  return (
    <li className="grid grid-cols-2 items-end gap-2 rounded-xl border border-line p-2 sm:grid-cols-[2fr_1fr_1fr_1fr_1fr_2fr_1.3fr_auto]">
      <label className="text-sm max-sm:col-span-2">
        Figure
        <select
          className={FIELD}
          {...register(`figures.${at}.item`, {
            onChange: (event: { target: { value: string } }) => props.onItem(event.target.value),
          })}
        >
          {props.items.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      <label className="text-sm">
        From
        <input inputMode="decimal" className={FIELD} {...register(`figures.${at}.low`, number)} />
      </label>
      <label className="text-sm">
        To
        <input inputMode="decimal" className={FIELD} {...register(`figures.${at}.high`, number)} />
      </label>
      <label className="text-sm">
        Unit
        <select className={FIELD} {...register(`figures.${at}.unit`)}>
          {(item?.units ?? []).map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
      </label>
      <label className="text-sm">
        Place
        <input maxLength={40} className={FIELD} placeholder="all" {...register(`figures.${at}.place`)} />
      </label>
      <label className="text-sm">
        Source
        <input maxLength={200} className={FIELD} {...register(`figures.${at}.source`)} />
      </label>
      <label className="text-sm">
        Date
        <input type="date" className={FIELD} {...register(`figures.${at}.date`)} />
      </label>
      <Button look="quiet" aria-label={`Take off ${item?.name ?? ""}`} onClick={props.onRemove}>
        ×
      </Button>
      <div className="col-span-full">
        <Wrong says={props.wrong} />
      </div>
    </li>
  );
}

function Wrong({ says }: { says: string | undefined }) {
  return says ? (
    <span role="alert" className="block text-sm text-rust">
      {says}
    </span>
  ) : null;
}

/** What the server refuses, each at its field; what belongs to none stands under all. */
function tell(error: ApiError, setError: ReturnType<typeof useForm<Fields>>["setError"]): void {
  const rows = error.problem.errors ?? [];
  if (rows.length === 0) setError("root", { message: error.problem.detail });
  for (const { field, detail } of rows) setError(place(field), { message: detail });
}

/** "figures/0/high" as the form calls it; one that no field has is the form's own. */
function place(field: string): FieldPath<Fields> | "root" {
  if (field === "name" || field === "family") return field;
  const [, at, key] = /^figures\/(\d+)(?:\/(item|low|high|unit|source|date|place))?$/.exec(field) ?? [];
  if (at === undefined) return "root";
  return `figures.${Number(at)}.${(key ?? "item") as keyof Fields["figures"][number]}`;
}

function typed(card: EditedCard): Fields {
  return {
    name: card.name,
    family: card.family,
    figures: card.figures.map((figure) => ({
      ...figure,
      low: text(figure.low),
      high: text(figure.high),
      place: figure.place ?? "",
    })),
  };
}

function read(values: Fields): Omit<CardData, "id"> {
  const figures = values.figures.map(({ place, ...row }) => ({
    ...row,
    low: parseNumber(row.low),
    high: parseNumber(row.high),
    ...(place.trim() && { place: place.trim() }),
  }));
  return { ...values, figures };
}

function readable(text: string): boolean {
  return text.trim() === "" || parseNumber(text) !== null;
}

function text(value: number | null | undefined): string {
  return value === null || value === undefined ? "" : String(value);
}
