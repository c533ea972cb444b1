import { entry } from "../../api/entries";
import type { SettingLoop } from "../../api/types";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { useDesk } from "../desk";

/** The rounds so far, the first as found; the last can be taken back. */
export function Rounds({ loop }: { loop: SettingLoop }) {
  const { job, add } = useDesk();
  const last = loop.rounds.at(-1);
  const read = loop.fields.filter((field) => loop.rounds.some((round) => field.id in round.values));
  const said = (value: number | string | undefined, choices: Record<string, string> | null) =>
    value === undefined ? "" : (choices?.[value] ?? String(value));
  return (
    <Card aria-label="Rounds">
      <h2 className="text-xl">Rounds</h2>
      <div className="overflow-x-auto">
        <table className="w-full text-left text-[15px]">
          <thead>
            <tr className="align-bottom text-sm text-dim">
              <th className="py-1 pr-3 font-medium">
                <span className="sr-only">Round</span>
              </th>
              {read.map((field) => (
                <th key={field.id} className="py-1 pr-3 font-medium">
                  {field.name}
                  {field.unit && !field.choices && ` (${field.unit})`}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="tabular-nums">
            {loop.rounds.map((round, i) => (
              <tr key={round.entry} className="border-t border-line align-top">
                <th scope="row" className="py-1.5 pr-3 font-normal whitespace-nowrap text-dim">
                  {i === 0 ? "As found" : i + 1}
                </th>
                {read.map((field) => (
                  <td key={field.id} className={`py-1.5 pr-3 ${field.set ? "font-semibold" : ""}`}>
                    {said(round.values[field.id], field.choices)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {last && job.trace.closing === null && (
        <Button look="quiet" className="mt-1" onClick={() => void add(entry("strike", { entry: last.entry }))}>
          Strike the last round out
        </Button>
      )}
    </Card>
  );
}
