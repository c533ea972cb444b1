import { useState } from "react";
import { ApiError } from "../api/problem";
import type { EngineTried } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { shown } from "../words/numbers";
import { TwoLines, type Points } from "./two-lines";
import { useWhatIf } from "./use-curve";

/**
 * Two simulated engines of which only the holes differ. was, now: their sizes, null while they cannot be read
 */
export function WhatIf(props: {
  family: string;
  was: Record<string, unknown> | null;
  now: Record<string, unknown> | null;
}) {
  const [on, setOn] = useState(false);
  const run = useWhatIf(props.family, on ? props.was : null, on ? props.now : null);
  const error = run.error instanceof ApiError ? run.error.problem : null;
  const wrong = on && run.isError ? (error?.errors?.[0]?.detail ?? error?.detail ?? "The engines do not answer") : null;
  const data = on && !run.isError ? run.data : undefined;
  return (
    <Card className="min-w-0 max-lg:order-2">
      <h2 className="text-xl">What if: both engines running</h2>
      <p className="max-w-prose text-dim">
        Two simulated engines with these holes. Nothing else of the second is set anew: its throttle stop, its load and
        its friction are those of the first (dashed).
      </p>
      {!on && (
        <Button className="mt-2" disabled={!props.was || !props.now} onClick={() => setOn(true)}>
          Run both engines
        </Button>
      )}
      <div aria-live="polite" className="mt-2">
        {on && run.isPending && run.fetchStatus === "fetching" && <p>Running them…</p>}
        {on && run.fetchStatus === "paused" && (
          <p role="alert" className="text-rust">
            No signal: they run when it is back.
          </p>
        )}
        {wrong && (
          <p role="alert" className="text-rust">
            {wrong}
          </p>
        )}
        {data?.says.map((line) => (
          <p key={line} className={run.settled ? "" : "opacity-50"}>
            {line}
          </p>
        ))}
      </div>
      {data && (
        <div className={`mt-2 grid gap-3 sm:grid-cols-2 ${run.settled ? "" : "opacity-50"}`}>
          {data.was.opened.length > 0 && <ByThrottle was={data.was} now={data.now} />}
          <TwoLines
            title="Pull wide open (N m, by burning)"
            across="rpm"
            least={0}
            now={data.now.pull.map((at) => [at.rpm, at.torque])}
            was={data.was.pull.map((at) => [at.rpm, at.torque])}
          />
          <TwoLines
            title="Snapped open at 0.2 s: speed (rpm)"
            across="s"
            least={0}
            now={data.now.snap.map((at) => [at.time, at.rpm])}
            was={data.was.snap.map((at) => [at.time, at.rpm])}
          />
          <TwoLines
            title="Snapped open at 0.2 s: lambda, up is lean"
            across="s"
            now={data.now.snap.map((at) => [at.time, at.lambda])}
            was={data.was.snap.map((at) => [at.time, at.lambda])}
          />
        </div>
      )}
      {data && (
        <table className="mt-2 w-full max-w-prose text-[15px] tabular-nums">
          <caption className="sr-only">How both idle and run part open</caption>
          <thead>
            <tr className="text-left text-dim">
              <th />
              <th className="pr-4 font-normal">At idle</th>
              <th className="font-normal">Part open</th>
            </tr>
          </thead>
          <tbody>
            <Running name="First (dashed)" engine={data.was} />
            <Running name="With these holes" engine={data.now} />
          </tbody>
        </table>
      )}
    </Card>
  );
}

/** Held at one speed and opened further and further. */
function ByThrottle({ was, now }: Record<"was" | "now", EngineTried>) {
  const speed = Math.round((was.opened.at(-1)?.rpm ?? 0) / 10) * 10;
  const across = "% of the throttle";
  const over = (engine: EngineTried, value: "torque" | "lambda"): Points =>
    engine.opened.map((at) => [100 * at.throttle, at[value]]);
  return (
    <>
      <TwoLines
        title={`Opened at ${speed} rpm: pull (N m)`}
        across={across}
        least={0}
        now={over(now, "torque")}
        was={over(was, "torque")}
      />
      <TwoLines
        title={`Opened at ${speed} rpm: lambda, up is lean`}
        across={across}
        now={over(now, "lambda")}
        was={over(was, "lambda")}
      />
    </>
  );
}

function Running({ name, engine }: { name: string; engine: EngineTried }) {
  const { idle, part } = engine;
  const missed = part.missed >= 0.01 ? `, misses ${shown(part.missed * 100, 0)} % of its cycles` : "";
  return (
    <tr className="align-top">
      <th className="pr-4 text-left font-normal">{name}</th>
      <td className="pr-4">
        {idle.rpm === null ? "does not idle" : `${shown(idle.rpm, 0)} rpm, lambda ${shown(idle.lambda)}`}
      </td>
      <td>
        {part.lambda === null ? "does not run" : `${shown(part.torque, 0)} N m, lambda ${shown(part.lambda)}${missed}`}
      </td>
    </tr>
  );
}
