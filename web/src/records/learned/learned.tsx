import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { queries } from "../../api/queries";
import type { Learning, Proportion } from "../../api/types";
import { Card } from "../../ui/card";
import { Failed, Loading } from "../../ui/state";
import { percent } from "../../words/percent";
import { Proposals } from "./proposals";
import { Reliability } from "./reliability";

const SHOWN = 12;

/** What the closed jobs come to: what was wrong, how well the first ranking spoke, what paid, and what they propose. */
export function Learned() {
  const learning = useQuery({
    ...queries.learning(),
    staleTime: 0,
    // A long history is counted piece by piece.
    refetchInterval: (query) => ((query.state.data?.left ?? 0) > 0 ? 1000 : false),
  });
  if (learning.isPending) return <Loading what="what the closed jobs come to" />;
  if (learning.isError) return <Failed error={learning.error} again={() => void learning.refetch()} />;
  const { record, left } = learning.data;
  return (
    <div className="grid gap-4">
      <p className="text-dim" role="status">
        {left > 0 && `${left} closed jobs are still being counted. `}
        {record.known === 0
          ? "No job has been proven yet whose cause is known. From the first on this page says what was really wrong, how often the first ranking named it, and what the numbers should be."
          : `${record.jobs} jobs closed as proven or sound; of ${record.known} it is known what was wrong.`}
      </p>
      {record.known > 0 && <Figures record={record} />}
      <Proposals learning={learning.data} />
    </div>
  );
}

function Figures({ record }: { record: Learning["record"] }) {
  const { calibration, minutes, wrong, checks } = record;
  const most = wrong[0]?.seen ?? 1;
  return (
    <>
      <div className="grid grid-cols-2 gap-3 lg:grid-cols-4">
        <Figure name="Named first" of={calibration.first} />
        <Figure name="Among the first three" of={calibration.three} />
        <Figure name="Repairs that were right" of={record.repairs} />
        <Card>
          <p className="text-sm text-dim">Minutes until found</p>
          <p className="font-display text-3xl font-semibold">{minutes.found ?? "-"}</p>
          {minutes.house !== undefined && (
            <p className="text-sm text-dim">
              {minutes.house} by the shop's list; {saved(minutes)}
            </p>
          )}
        </Card>
      </div>
      <div className="grid gap-4 lg:grid-cols-2">
        <Card aria-label="What was really wrong">
          <h2 className="text-xl">What was really wrong</h2>
          <ol className="mt-2">
            {wrong.slice(0, SHOWN).map((row) => (
              <li key={row.id} className="grid grid-cols-[1fr_8rem_3rem] items-center gap-2">
                <Link
                  to={`/handbook?on=faults&id=${row.id}`}
                  className="flex min-h-11 items-center leading-tight underline"
                >
                  {row.name}
                </Link>
                <span className="h-3 rounded-full bg-raised" aria-hidden>
                  <span className="block h-3 rounded-full bg-fuel" style={{ width: `${(100 * row.seen) / most}%` }} />
                </span>
                <span className="text-right tabular-nums">{row.seen}</span>
              </li>
            ))}
          </ol>
          {wrong.length > SHOWN && <p className="text-sm text-dim">and {wrong.length - SHOWN} more</p>}
        </Card>
        <Card aria-label="How well the first ranking spoke">
          <h2 className="text-xl">How well the first ranking spoke</h2>
          <Reliability curve={calibration.curve} />
          <p className="text-sm text-dim">
            Of what was held for so likely, how often it was so: on the line it keeps its word. Brier score{" "}
            <strong className="text-ink tabular-nums">{calibration.brier?.toFixed(2) ?? "-"}</strong>
            {calibration.interval && ` (${calibration.interval.map((value) => value.toFixed(2)).join(" to ")})`}: 0 is
            perfect, 2 always sure and always wrong.
          </p>
        </Card>
      </div>
      <Card aria-label="Which checks have paid">
        <h2 className="text-xl">Which checks have paid</h2>
        <div className="overflow-x-auto">
          <table className="mt-2 w-full text-left">
            <thead className="text-sm text-dim">
              <tr>
                <th className="font-normal">Check</th>
                <th className="px-2 text-right font-normal">Done</th>
                <th className="px-2 text-right font-normal">Told something</th>
                <th className="px-2 text-right font-normal">Minutes</th>
                <th className="px-2 text-right font-normal">Bits an hour</th>
              </tr>
            </thead>
            <tbody className="tabular-nums">
              {checks.slice(0, SHOWN * 2).map((row) => (
                <tr key={row.id} className="border-t border-line">
                  <td>
                    <Link
                      to={`/handbook?on=checks&id=${row.id}`}
                      className="inline-flex min-h-11 items-center underline"
                    >
                      {row.name}
                    </Link>
                  </td>
                  <td className="px-2 text-right">{row.times}</td>
                  <td className="px-2 text-right">{row.moved}</td>
                  <td className="px-2 text-right">{row.minutes}</td>
                  <td className="px-2 text-right">{((60 * row.bits) / Math.max(row.minutes, 1)).toFixed(1)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <p className="mt-2 text-sm text-dim">
          Bits towards what was really wrong: one bit doubles its odds; below nothing a check led away from it.
        </p>
      </Card>
    </>
  );
}

/** A share in large, and how sure it is. */
function Figure({ name, of }: { name: string; of: Proportion }) {
  return (
    <Card>
      <p className="text-sm text-dim">{name}</p>
      <p className="font-display text-3xl font-semibold">{of.share === undefined ? "-" : percent(of.share)}</p>
      <p className="text-sm text-dim">
        {of.seen} of {of.of}
        {of.of > 0 && `; 95 %: ${of.interval.map(percent).join(" to ")}`}
      </p>
    </Card>
  );
}

function saved({ saved = 0, interval }: Learning["record"]["minutes"]): string {
  const signed = (value: number) => String(value).replace("-", "−");
  return `saves ${signed(saved)}${interval ? ` (95 %: ${interval.map(signed).join(" to ")})` : ""}`;
}
