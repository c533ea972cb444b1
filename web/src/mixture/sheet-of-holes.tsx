import { useRef, useState } from "react";
import { entry } from "../api/entries";
import { ApiError } from "../api/problem";
import type { MixtureSheets } from "../api/types";
import { PickJob } from "../jobs/pick-job";
import { useKept } from "../kept/use-kept";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { useNarrow } from "../ui/use-narrow";
import { download, svgText } from "../worktop/export";
import { inputsOf, type Typed } from "../worktop/typed";
import { CurveFacts } from "./curve-facts";
import { HoleFields } from "./hole-fields";
import { mixtureCsv } from "./mixture-export";
import { NARROW, nearest, WIDE } from "./mixture-geometry";
import { MixturePlot } from "./mixture-plot";
import { differences, typedOver, type Given } from "./sizes";
import { emptyRow, measuredOf, Tailpipe, type Row } from "./tailpipe";
import { useCurve } from "./use-curve";
import { WhatIf } from "./what-if";

type Family = MixtureSheets["families"][number];
type State = { typed: Typed; beside: Typed | null; rows: Row[]; at: number };

/**
 * The holes of one carburetor and the mixture they give. given: sizes from a card or a job, which stand until others are typed;
 * name: under which what is typed is kept
 */
export function SheetOfHoles(props: {
  family: Family;
  groups: MixtureSheets["groups"];
  given: Record<string, Given>;
  name: string;
  called: string;
}) {
  const { family, given } = props;
  const [state, change, clear] = useKept<State>(`mixture.${props.name}`, {
    typed: {},
    beside: null,
    rows: [emptyRow()],
    at: 0,
  });
  const [sending, setSending] = useState(false);
  const narrow = useNarrow();
  const picture = useRef<HTMLDivElement>(null);
  const typed = typedOver(given, state.typed);
  const { inputs, wrong } = inputsOf(family.fields, typed, true);
  const ready = Object.keys(wrong).length === 0;
  const curve = useCurve(family.id, ready ? inputs : null);
  const before = state.beside && inputsOf(family.fields, state.beside, true).inputs;
  const other = useCurve(family.id, before);
  const problem = curve.error instanceof ApiError ? curve.error.problem : null;
  const refused = ready && curve.isError ? (problem?.errors ?? []) : [];
  const wrongAt = (field: string) => wrong[field] ?? refused.find((one) => one.field === field)?.detail ?? null;
  const placed = refused.some((one) => family.fields.some((field) => field.id === one.field));
  const points = curve.data?.points ?? [];
  const beside = state.beside ? (other.data?.points ?? []) : [];
  const at = nearest(points, state.at);
  const good = ready && !curve.isError && points.length > 0;
  const told = `Mixture curve, ${props.called}. ${(curve.data?.says ?? []).join(" ")}`;
  return (
    <div className="flex flex-col gap-3 lg:grid lg:grid-cols-[minmax(320px,5fr)_6fr] lg:items-start">
      <Card className="min-w-0 max-lg:order-1">
        <div className="mb-1 flex flex-wrap items-baseline justify-between gap-2">
          <h2 className="text-xl">Holes and sizes</h2>
          <Button look="quiet" className="px-2!" onClick={() => change({ typed: {} })}>
            {Object.keys(given).length > 0 ? "Back to what was given" : "Back to usual sizes"}
          </Button>
        </div>
        <HoleFields
          fields={family.fields}
          groups={props.groups}
          typed={typed}
          given={given}
          onChange={(field, part) =>
            change((now) => ({ typed: { ...now.typed, [field]: { ...typed[field], ...part } } }))
          }
          wrongAt={wrongAt}
        />
      </Card>
      <div className="min-w-0 max-lg:contents lg:sticky lg:top-3 lg:grid lg:gap-3">
        <Card className="sticky-picture sticky top-0 z-10 min-w-0 max-sm:p-2! lg:static">
          <div ref={picture} className={good && curve.fetchStatus !== "paused" ? "" : "opacity-40"}>
            <MixturePlot
              points={points}
              beside={beside}
              measured={measuredOf(state.rows)
                .filter((row) => row.by === "opening")
                .map((row) => [row.at / 100, row.lambda])}
              at={at}
              label={`Mixture of ${props.called}`}
              field={narrow ? NARROW : WIDE}
            />
          </div>
        </Card>
        <Card className="min-w-0 max-lg:order-2">
          <div aria-live="polite">
            {problem && !placed && (
              <p role="alert" className="text-rust">
                {problem.detail}
              </p>
            )}
            {curve.fetchStatus === "paused" && (
              <p role="alert" className="text-rust">
                No signal: the picture still shows the sizes before. It follows by itself when the signal is back.
              </p>
            )}
            {!ready && <p className="text-rust">A size cannot be read: see the field.</p>}
            {good && curve.data?.says.map((line) => <p key={line}>{line}</p>)}
          </div>
          {at && <CurveFacts at={at} opening={state.at} onOpening={(opening) => change({ at: opening })} />}
          {state.beside && (
            <p className="mt-2 border-t border-line pt-2 text-[15px]">
              <strong className="font-medium">Dashed: the curve laid beside.</strong>{" "}
              {differences(family.fields, state.beside, typed).join("; ") || "Nothing differs yet: change a size."}
            </p>
          )}
          <div className="mt-3 flex flex-wrap gap-2">
            <Button disabled={!good} onClick={() => change({ beside: typed })}>
              {state.beside ? "Lay this one beside instead" : "Lay beside, to compare"}
            </Button>
            {state.beside && (
              <>
                <Button onClick={() => change({ typed: state.beside ?? {}, beside: typed })}>Change places</Button>
                <Button look="quiet" onClick={() => change({ beside: null })}>
                  Take it away
                </Button>
              </>
            )}
          </div>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button look="fuel" disabled={!good} onClick={() => setSending(true)}>
              Send to a job
            </Button>
            <Button
              disabled={!good}
              onClick={() => download(`mixture-${family.id}.csv`, "text/csv", mixtureCsv(points))}
            >
              CSV
            </Button>
            <Button
              disabled={!good}
              onClick={() =>
                download(
                  `mixture-${family.id}.json`,
                  "application/json",
                  JSON.stringify({ family: family.id, inputs, ...curve.data }, null, 2),
                )
              }
            >
              JSON
            </Button>
            <Button
              disabled={!good}
              onClick={() => {
                const drawn = picture.current?.querySelector("svg");
                if (drawn) download(`mixture-${family.id}.svg`, "image/svg+xml", svgText(drawn));
              }}
            >
              SVG
            </Button>
            <Button look="quiet" onClick={clear}>
              Begin anew
            </Button>
          </div>
        </Card>
        {before && <WhatIf family={family.id} was={before} now={good ? inputs : null} />}
        <div className="max-lg:order-3">
          <Tailpipe
            family={family}
            inputs={ready ? inputs : null}
            rows={state.rows}
            onRows={(rows) => change({ rows })}
            onTake={(field, text) => change((now) => ({ typed: { ...now.typed, [field]: { text } }, beside: typed }))}
          />
        </div>
      </div>
      <PickJob
        open={sending}
        onOpenChange={setSending}
        title="Send to a job"
        description={told}
        ways={[{ name: "As a note", entry: () => entry("note", { text: told }) }]}
      />
    </div>
  );
}
