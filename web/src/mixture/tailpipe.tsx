import { useMutation } from "@tanstack/react-query";
import { Plus, X } from "lucide-react";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { MeasuredMixture, MixtureFit, MixtureSheets } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { ChoiceField } from "../ui/choice-field";
import { NumberField } from "../ui/number-field";
import { parseNumber, shown } from "../words/numbers";
import { plain } from "./sizes";

/** One reading as it is typed. */
export type Row = { by: "opening" | "vacuum"; at: string; rpm: string; lambda: string };
export const emptyRow = (): Row => ({ by: "vacuum", at: "", rpm: "", lambda: "" });

const BY = [
  ["vacuum", "Vacuum"],
  ["opening", "Throttle"],
] as const;
const MOST = 12;
const SHOWN = 5;

/** The readings that can be read. */
export function measuredOf(rows: Row[]): MeasuredMixture[] {
  return rows.flatMap(({ by, ...row }) => {
    const [at, rpm, lambda] = [row.at, row.rpm, row.lambda].map(parseNumber);
    return at == null || rpm == null || lambda == null ? [] : [{ by, at, rpm, lambda }];
  });
}

/** Mixtures measured at the tailpipe, and which size would give them. onTake: puts a fitted size in */
export function Tailpipe(props: {
  family: MixtureSheets["families"][number];
  inputs: Record<string, unknown> | null;
  rows: Row[];
  onRows: (rows: Row[]) => void;
  onTake: (field: string, text: string) => void;
}) {
  const { rows } = props;
  const fit = useMutation({
    mutationFn: ({ inputs, measured }: { inputs: Record<string, unknown>; measured: MeasuredMixture[] }) =>
      api.fitMixture(props.family.id, inputs, measured),
  });
  const measured = measuredOf(rows);
  const begun = rows.filter((row) => row.at || row.rpm || row.lambda);
  const whole = measured.length > 0 && measured.length === begun.length;
  const problem = fit.error instanceof ApiError ? fit.error.problem : null;
  const wrongAt = (i: number, field: string) =>
    problem?.errors?.find((one) => one.field === `measured/${i}/${field}`)?.detail ?? null;
  const placed = problem?.errors?.some((one) => /^measured\/\d+\/(at|rpm|lambda)$/.test(one.field));
  const set = (i: number, part: Partial<Row>) => {
    fit.reset();
    props.onRows(rows.map((row, k) => (k === i ? { ...row, ...part } : row)));
  };
  return (
    <Card className="min-w-0">
      <h2 className="text-xl">What does the tailpipe say?</h2>
      <p className="mb-2 text-[15px] text-dim">
        Lambda as measured, warm, each at its speed and vacuum or throttle: which single size would give it?
      </p>
      {rows.map((row, i) => (
        <fieldset
          key={i}
          className="grid grid-cols-2 gap-2 border-t border-line py-2 sm:grid-cols-[9rem_1fr_1fr_1fr_auto]"
        >
          <legend className="sr-only">Reading {i + 1}</legend>
          <ChoiceField
            label="By"
            value={row.by}
            options={[...BY]}
            onChange={(by) => set(i, { by: by === "vacuum" ? "vacuum" : "opening" })}
          />
          <NumberField
            label={row.by === "vacuum" ? "Vacuum, inHg" : "Throttle, %"}
            text={row.at}
            onText={(at) => set(i, { at })}
            error={wrongAt(i, "at")}
          />
          <NumberField label="Speed, rpm" text={row.rpm} onText={(rpm) => set(i, { rpm })} error={wrongAt(i, "rpm")} />
          <NumberField
            label="Lambda"
            text={row.lambda}
            onText={(lambda) => set(i, { lambda })}
            error={wrongAt(i, "lambda")}
          />
          <button
            type="button"
            aria-label={`Remove reading ${i + 1}`}
            onClick={() => props.onRows(rows.length > 1 ? rows.filter((_, k) => k !== i) : [emptyRow()])}
            className="grid size-11 place-items-center self-end rounded-lg hover:bg-raised"
          >
            <X size={18} aria-hidden />
          </button>
        </fieldset>
      ))}
      <div className="mt-1 flex flex-wrap gap-2">
        <Button disabled={rows.length >= MOST} onClick={() => props.onRows([...rows, emptyRow()])}>
          <Plus size={18} aria-hidden /> Another reading
        </Button>
        <Button
          look="fuel"
          disabled={!whole || !props.inputs || fit.isPending}
          onClick={() => props.inputs && fit.mutate({ inputs: props.inputs, measured })}
        >
          {fit.isPending ? "Looking ..." : "Which size is it?"}
        </Button>
      </div>
      <div aria-live="polite">
        {begun.length > measured.length && <p className="mt-2 text-dim">A reading needs all three of its numbers.</p>}
        {problem && !placed && (
          <p role="alert" className="mt-2 text-rust">
            {problem.detail}
          </p>
        )}
        {fit.data && <Found fit={fit.data} onTake={props.onTake} />}
      </div>
    </Card>
  );
}

function Found({ fit, onTake }: { fit: MixtureFit; onTake: (field: string, text: string) => void }) {
  return (
    <>
      {fit.says.map((line) => (
        <p key={line} className="mt-2 font-semibold">
          {line}
        </p>
      ))}
      <ol className="mt-2 divide-y divide-line">
        {fit.rows.slice(0, SHOWN).map((row) => (
          <li key={row.field} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
            <span className="min-w-0 flex-1 basis-52 leading-tight">
              {row.name}:{" "}
              <strong className="tabular-nums">
                {shown(row.value, 2)}
                {row.uncertainty ? ` ± ${shown(2 * row.uncertainty, 2)}` : ""} {row.unit === "ratio" ? "" : row.unit}
              </strong>
              <span className="block text-sm text-dim">
                {share(row.share)} of what speaks for one of them; lambda would be{" "}
                {(row.lambdas ?? []).map((one) => shown(one)).join(", ")}
                {row.edge ? "; at the end of what was searched" : ""}
              </span>
            </span>
            <Button onClick={() => onTake(row.field, plain(row.value))}>Try it</Button>
          </li>
        ))}
      </ol>
      <p className="mt-1 text-sm text-dim">
        One size alone, each at its best. As it stands lambda would be{" "}
        {(fit.now.lambdas ?? []).map((one) => shown(one)).join(", ")}.
      </p>
    </>
  );
}

function share(value: number): string {
  return value < 0.01 ? "under 1 %" : `${Math.round(value * 100)} %`;
}
