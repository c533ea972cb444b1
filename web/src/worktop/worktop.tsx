import { ChartSpline } from "lucide-react";
import { useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import type { Calculator } from "../api/types";
import { Failed, Loading } from "../ui/state";
import { CalculatorView } from "./calculator-view";
import { useWorktop } from "./use-worktop";

/** The calculators on their own: find one by its question, reckon, send it to a job. */
export function Worktop() {
  const worktop = useWorktop();
  const { id } = useParams();
  const [text, setText] = useState("");
  const groups = useMemo(() => grouped(worktop.data ?? [], text), [worktop.data, text]);
  if (worktop.isPending) return <Loading what="the worktop" />;
  if (worktop.isError) return <Failed error={worktop.error} again={() => void worktop.refetch()} />;
  const chosen = worktop.data.find((one) => one.id === id);
  return (
    <>
      <h1 className="mb-3 text-3xl">Worktop</h1>
      <div className="grid items-start gap-3 md:grid-cols-[minmax(230px,2fr)_5fr]">
        <nav
          aria-label="Calculators"
          className={`rounded-card border border-line bg-sheet p-2 ${chosen ? "max-md:max-h-60" : ""} max-h-[80dvh] overflow-y-auto`}
        >
          <label className="block p-1">
            <span className="text-sm text-dim">Find: jet, drip, altitude ...</span>
            <input
              type="search"
              value={text}
              onChange={(event) => setText(event.target.value)}
              className="min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-3"
            />
          </label>
          {"mixture curve holes jets lambda".includes(text.trim().toLowerCase()) && (
            <Link
              to="/mixture"
              className="mt-1 flex min-h-11 items-center gap-2 rounded-lg px-2 leading-tight font-semibold no-underline hover:bg-raised"
            >
              <ChartSpline size={18} aria-hidden /> Mixture curve, from the holes
            </Link>
          )}
          {groups.map(([group, rows]) => (
            <div key={group}>
              <h2 className="px-2 pt-3 pb-1 font-sans text-sm font-normal text-dim">{group}</h2>
              <ul>
                {rows.map((row) => (
                  <li key={row.id}>
                    <Link
                      to={`/worktop/${row.id}`}
                      aria-current={row.id === id ? "page" : undefined}
                      className="flex min-h-11 items-center rounded-lg px-2 leading-tight no-underline hover:bg-raised aria-[current=page]:bg-fuel-soft aria-[current=page]:font-semibold"
                    >
                      {row.name}
                    </Link>
                  </li>
                ))}
              </ul>
            </div>
          ))}
          {groups.length === 0 && <p className="p-3 text-dim">No calculator by that name.</p>}
        </nav>
        {chosen ? (
          <CalculatorView key={chosen.id} calculator={chosen} />
        ) : (
          <p className="rounded-card border border-dashed border-line p-8 text-dim">
            Choose a question on the left. Every answer comes with its uncertainty, its source and what it assumes, and
            can be sent to a job.
          </p>
        )}
      </div>
    </>
  );
}

function grouped(calculators: Calculator[], text: string): [string, Calculator[]][] {
  const wanted = text.trim().toLowerCase();
  const groups = new Map<string, Calculator[]>();
  for (const one of calculators) {
    if (
      wanted &&
      !`${one.name} ${one.question} ${one.group} ${one.inputs.map((input) => input.name).join(" ")}`
        .toLowerCase()
        .includes(wanted)
    )
      continue;
    groups.set(one.group, [...(groups.get(one.group) ?? []), one]);
  }
  return [...groups];
}
