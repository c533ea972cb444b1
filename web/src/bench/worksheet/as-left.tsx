import type { WorkSheet } from "../../api/types";
import { NumberField } from "../../ui/number-field";
import { parseNumber } from "../../words/numbers";
import type { Progress } from "./use-progress";

/** Figures as they were typed, each a number, and what is none. */
export function leftOf(sheet: WorkSheet, typed: Record<string, string>) {
  const rows = sheet.left.filter((row) => (typed[row.figure] ?? "").trim() !== "");
  const read = rows.map((row) => [row.figure, parseNumber(typed[row.figure] ?? "")] as const);
  return {
    left: Object.fromEntries(read.filter((row): row is [string, number] => row[1] !== null)),
    wrong: new Set(read.filter(([, value]) => value === null).map(([figure]) => figure)),
  };
}

/** What it is left at: one field for each figure of the sheet. */
export function AsLeft({ sheet, progress }: { sheet: WorkSheet; progress: Progress }) {
  if (sheet.left.length === 0) return null;
  const { wrong } = leftOf(sheet, progress.left);
  return (
    <fieldset className="grid gap-3 sm:grid-cols-2">
      <legend className="mb-1 text-xl font-semibold">As left</legend>
      {sheet.left.map((row) => (
        <NumberField
          key={row.figure}
          label={row.name}
          unit={row.unit ?? undefined}
          text={progress.left[row.figure] ?? ""}
          onText={(text) => progress.setLeft(row.figure, text)}
          error={wrong.has(row.figure) ? "A number, as it was read" : null}
          help={row.wanted ? `wanted: ${row.wanted}` : "wanted: the maker’s figure"}
        />
      ))}
    </fieldset>
  );
}
