import type { Trace } from "../../api/types";
import { Card } from "../../ui/card";
import { digitsFor, shown } from "../../words/numbers";
import { useDesk } from "../desk";

/** Place by place: each screw with its four facts, and readings of carburetors, barrels or ends against their sisters. */
export function SideBySide() {
  const { trace } = useDesk().job;
  const screws = trace.screws.filter((row) => row.facts.length > 1 || row.place !== null);
  if (screws.length === 0 && trace.sisters.length === 0 && !trace.fade) return null;
  return (
    <Card aria-label="Side by side">
      <h2 className="text-xl">Side by side</h2>
      {trace.fade && (
        <p className="mt-1 text-dim">
          {trace.fade.expected} {trace.fade.compared}
        </p>
      )}
      {screws.map((row) => (
        <Screw key={`${row.screw} ${row.place}`} row={row} machine={trace.machine} />
      ))}
      {trace.sisters.map((row) => (
        <Sisters key={row.check} row={row} />
      ))}
    </Card>
  );
}

function Screw({ row, machine }: { row: Trace["screws"][number]; machine: Trace["machine"] }) {
  const kind = machine.screws.find((one) => one.id === row.screw);
  return (
    <section className="border-t border-line py-2 first-of-type:border-t-0">
      <h3 className="text-base">
        {row.name}
        {row.where && <span className="text-dim"> · {row.where}</span>}
      </h3>
      {kind && <p className="text-sm text-dim">{kind.says}</p>}
      <dl className="mt-1 grid grid-cols-[5rem_1fr] gap-x-2">
        {row.facts.map((fact) => (
          <div key={fact.id} className="contents">
            <dt className="text-dim">{fact.name}</dt>
            <dd className="tabular-nums">{fact.says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Sisters({ row }: { row: Trace["sisters"][number] }) {
  return (
    <section className="border-t border-line py-2 first-of-type:border-t-0">
      <h3 className="text-base">{row.name}</h3>
      <p className={row.odd ? "text-fuel" : "text-dim"}>{row.says}</p>
      <ul className="mt-1">
        {row.readings.map((one) => (
          <li key={one.place} className="flex gap-3">
            <span className="min-w-40">{one.name}</span>
            <span className="tabular-nums">
              {shown(one.value, digitsFor(one.u))} {row.unit}
            </span>
            {one.place === row.odd && <strong className="text-fuel">stands off</strong>}
          </li>
        ))}
      </ul>
    </section>
  );
}
