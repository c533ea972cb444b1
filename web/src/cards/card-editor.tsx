import { useState } from "react";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { Catalogue, Problem, SpecItem } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { today } from "../ui/clock";
import { parseNumber } from "../words/numbers";
import type { EditedCard } from "./edited-card";

type Row = { item: string; low: string; high: string; unit: string; source: string; date: string };

/** One card being written: a line a figure, wrong fields named where they stand. */
export function CardEditor(props: {
  card: EditedCard;
  items: SpecItem[];
  families: Catalogue["families"];
  onDone: () => void;
  onCancel: () => void;
}) {
  const [name, setName] = useState(props.card.name);
  const [family, setFamily] = useState(props.card.family);
  const [rows, setRows] = useState<Row[]>(() =>
    props.card.figures.map((figure) => ({ ...figure, low: text(figure.low), high: text(figure.high) })),
  );
  const [problem, setProblem] = useState<Problem | null>(null);
  const wrong = (field: string) => problem?.errors?.find((error) => error.field === field)?.detail ?? null;
  const set = (i: number, part: Partial<Row>) => setRows(rows.map((row, k) => (k === i ? { ...row, ...part } : row)));
  const keep = async () => {
    const unreadable = rows.findIndex((row) =>
      [row.low, row.high].some((cell) => cell.trim() !== "" && parseNumber(cell) === null),
    );
    if (unreadable >= 0) {
      return setProblem({
        type: "",
        title: "",
        status: 422,
        detail: "",
        errors: [{ field: `figures/${unreadable}/low`, detail: "Type numbers, or leave one of the two empty." }],
      });
    }
    try {
      const figures = rows.map((row) => ({ ...row, low: parseNumber(row.low), high: parseNumber(row.high) }));
      await api.keepCard({ ...(props.card.id && { id: props.card.id }), name, family, figures });
      props.onDone();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setProblem(error.problem);
    }
  };
  const add = () => {
    const item = props.items.find((one) => !rows.some((row) => row.item === one.id));
    if (item)
      setRows([
        ...rows,
        {
          item: item.id,
          low: "",
          high: "",
          unit: item.unit,
          source: rows.at(-1)?.source ?? "",
          date: rows.at(-1)?.date ?? today(),
        },
      ]);
  };
  const field = "min-h-11 w-full min-w-0 rounded-lg border-2 border-edge bg-raised px-2";
  return (
    <Card aria-label="Card" className="mb-3 border-2! border-fuel!">
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          <label>
            Carburetor model, as the shop calls it
            <input
              value={name}
              maxLength={120}
              onChange={(event) => setName(event.target.value)}
              className={`${field} mt-1`}
            />
            <Wrong says={wrong("name")} />
          </label>
          <label>
            Family
            <select value={family} onChange={(event) => setFamily(event.target.value)} className={`${field} mt-1`}>
              {props.families.map((row) => (
                <option key={row.id} value={row.id}>
                  {row.name}
                </option>
              ))}
            </select>
            <Wrong says={wrong("family")} />
          </label>
        </div>
        <ul className="mt-3 space-y-2">
          {rows.map((row, i) => {
            const item = props.items.find((one) => one.id === row.item);
            const says =
              ["item", "low", "high", "unit", "source", "date"]
                .map((key) => wrong(`figures/${i}/${key}`))
                .find(Boolean) ?? wrong(`figures/${i}`);
            return (
              <li
                key={i}
                className="grid grid-cols-2 items-end gap-2 rounded-xl border border-line p-2 sm:grid-cols-[2fr_1fr_1fr_1fr_2fr_1.3fr_auto]"
              >
                <label className="text-sm max-sm:col-span-2">
                  Figure
                  <select
                    value={row.item}
                    onChange={(event) =>
                      set(i, {
                        item: event.target.value,
                        unit: props.items.find((one) => one.id === event.target.value)?.unit ?? "",
                      })
                    }
                    className={field}
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
                  <input
                    inputMode="decimal"
                    value={row.low}
                    onChange={(event) => set(i, { low: event.target.value })}
                    className={field}
                  />
                </label>
                <label className="text-sm">
                  To
                  <input
                    inputMode="decimal"
                    value={row.high}
                    onChange={(event) => set(i, { high: event.target.value })}
                    className={field}
                  />
                </label>
                <label className="text-sm">
                  Unit
                  <select value={row.unit} onChange={(event) => set(i, { unit: event.target.value })} className={field}>
                    {(item?.units ?? [row.unit]).map((one) => (
                      <option key={one}>{one}</option>
                    ))}
                  </select>
                </label>
                <label className="text-sm">
                  Source
                  <input
                    value={row.source}
                    maxLength={200}
                    onChange={(event) => set(i, { source: event.target.value })}
                    className={field}
                  />
                </label>
                <label className="text-sm">
                  Date
                  <input
                    type="date"
                    value={row.date}
                    onChange={(event) => set(i, { date: event.target.value })}
                    className={field}
                  />
                </label>
                <Button
                  look="quiet"
                  aria-label={`Take off ${item?.name ?? row.item}`}
                  onClick={() => setRows(rows.filter((_, k) => k !== i))}
                >
                  ×
                </Button>
                <div className="col-span-full">
                  <Wrong says={says ?? null} />
                </div>
              </li>
            );
          })}
        </ul>
        <Wrong says={wrong("figures")} />
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

function Wrong({ says }: { says: string | null }) {
  return says ? (
    <span role="alert" className="block text-sm text-rust">
      {says}
    </span>
  ) : null;
}

function text(value: number | null | undefined): string {
  return value === null || value === undefined ? "" : String(value);
}
