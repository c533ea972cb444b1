import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { Calculator } from "../api/types";
import { useCatalogue } from "../api/use-catalogue";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { useKept } from "../kept/use-kept";
import { Plot } from "../plot/plot";
import { CalculatorFields } from "./calculator-fields";
import { answerCsv, download, outputNumber, svgText } from "./export";
import { SendToJob } from "./send-to-job";
import { inputsOf, type Typed } from "./typed";

/** One question: fields, answers as they are typed, a picture where it helps, the way on. */
export function CalculatorView({ calculator }: { calculator: Calculator }) {
  const catalogue = useCatalogue();
  const [state, change, clear] = useKept<{ typed: Typed; units: Record<string, string> }>(`worktop.${calculator.id}`, {
    typed: {},
    units: {},
  });
  const [sending, setSending] = useState(false);
  const picture = useRef<HTMLDivElement>(null);
  const { inputs, wrong } = inputsOf(calculator.inputs, state.typed, true);
  const ready = Object.keys(wrong).length === 0;
  const query = useQuery({
    queryKey: ["reckon", calculator.id, inputs, state.units],
    queryFn: () => api.reckon(calculator.id, { inputs, units: state.units }),
    enabled: ready,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  const problem = query.error instanceof ApiError ? query.error.problem : null;
  const answer = ready && !query.isError ? query.data : undefined;
  const wrongAt = (id: string) =>
    wrong[id] ?? problem?.errors?.find((error) => error.field.split("/")[0] === id)?.detail ?? null;
  const placed = problem?.errors?.some((error) =>
    calculator.inputs.some((input) => input.id === error.field.split("/")[0]),
  );
  const caution = catalogue.data?.hazards.find((hazard) => hazard.id === calculator.caution);
  const svg = () => picture.current?.querySelector("svg");
  return (
    <Card className="min-w-0 p-5!">
      <h2 className="text-2xl">{calculator.name}</h2>
      <p className="mb-4 text-dim">{calculator.question}</p>
      <div className="grid gap-6 lg:grid-cols-2">
        <form aria-label="What is known" onSubmit={(event) => event.preventDefault()}>
          <CalculatorFields
            inputs={calculator.inputs}
            typed={state.typed}
            onChange={(typed) => change({ typed })}
            wrongAt={wrongAt}
            prefilled
          />
          <Button look="quiet" className="mt-2" onClick={clear}>
            Back to usual values
          </Button>
        </form>
        <div aria-live="polite" className="min-w-0">
          {problem && !placed && (
            <p role="alert" className="text-rust">
              {problem.detail}
            </p>
          )}
          <dl className={`divide-y divide-line ${answer ? "" : "opacity-40"}`}>
            {(answer?.outputs ?? query.data?.outputs ?? []).map((output) => (
              <div key={output.id} className="flex min-h-12 items-center justify-between gap-x-4 py-1">
                <dt className="min-w-0 leading-tight">{output.name}</dt>
                <dd className="flex shrink-0 items-center gap-2 font-display text-xl font-semibold tabular-nums">
                  {answer ? outputNumber(output) : "-"}
                  {output.units.length > 1 && output.unit !== "count" ? (
                    <select
                      aria-label={`Unit of ${output.name}`}
                      value={output.unit}
                      onChange={(event) =>
                        change((now) => ({ units: { ...now.units, [output.id]: event.target.value } }))
                      }
                      className="min-h-11 rounded-lg border border-line bg-raised px-1 font-sans text-base font-normal"
                    >
                      {output.units.map((unit) => (
                        <option key={unit}>{unit}</option>
                      ))}
                    </select>
                  ) : (
                    <span className="font-sans text-base font-normal">
                      {["ratio", "count"].includes(output.unit) ? "" : output.unit}
                    </span>
                  )}
                </dd>
              </div>
            ))}
          </dl>
          {answer?.says.map((line) => (
            <p key={line} className="mt-2 font-semibold">
              {line}
            </p>
          ))}
          <div ref={picture} className="mt-3">
            {answer?.curve && <Plot curve={answer.curve} label={calculator.name} />}
          </div>
          <div className="mt-3 flex flex-wrap gap-2">
            <Button look="fuel" disabled={!answer} onClick={() => setSending(true)}>
              Send to a job
            </Button>
            <Button
              disabled={!answer}
              onClick={() => answer && download(`${calculator.id}.csv`, "text/csv", answerCsv(answer))}
            >
              CSV
            </Button>
            <Button
              disabled={!answer}
              onClick={() =>
                answer &&
                download(
                  `${calculator.id}.json`,
                  "application/json",
                  JSON.stringify({ calculator: calculator.id, inputs, ...answer }, null, 2),
                )
              }
            >
              JSON
            </Button>
            {answer?.curve && (
              <Button
                onClick={() => {
                  const drawn = svg();
                  if (drawn) download(`${calculator.id}.svg`, "image/svg+xml", svgText(drawn));
                }}
              >
                SVG
              </Button>
            )}
          </div>
        </div>
      </div>
      {caution && (
        <p className="mt-4 rounded-xl border border-rust bg-rust-soft p-3">
          <strong>{caution.name}.</strong> {caution.caution}
        </p>
      )}
      <footer className="mt-4 border-t border-line pt-3 text-sm text-dim">
        <ul className="list-disc pl-5">
          {calculator.assumes.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <p className="mt-1">
          Source: {calculator.source}. ± is about 95 % (twice the standard uncertainty).
          {calculator.check && (
            <>
              {" "}
              <Link to={`/handbook?on=checks&id=${calculator.check}`}>The check it belongs to</Link>
            </>
          )}
        </p>
      </footer>
      {answer && (
        <SendToJob open={sending} onOpenChange={setSending} calculator={calculator} answer={answer} inputs={inputs} />
      )}
    </Card>
  );
}
