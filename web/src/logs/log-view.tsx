import { useState } from "react";
import type { DataLog, LogEvent, LogReading } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { shown } from "../words/numbers";
import { PickJob } from "../jobs/pick-job";
import { evidenceEntry } from "./evidence";
import { LevelLines } from "../plot/level-lines";
import { STRIP, stripGeometry, timeScale } from "../plot/strip-geometry";

const KIND = { surge: "Surge", hesitation: "Hesitation", fade: "Fade", zone: "Zone" } as const;
const BAND = {
  surge: "fill-fuel/20",
  hesitation: "fill-rust/25",
  fade: "fill-leaf/25",
  zone: "fill-transparent",
} as const;

/** A log's channels with what was found marked on them; each finding can be sent to a job. */
export function LogView({ log, reading }: { log: DataLog; reading: LogReading }) {
  const whole: [number, number] = [0, reading.duration];
  const [view, setView] = useState<[number, number]>(whole);
  const [sending, setSending] = useState<LogEvent | null>(null);
  const marked = reading.events.filter((event) => event.kind !== "zone");
  const look = (event: LogEvent) => {
    const margin = Math.max(4, event.to - event.from);
    setView(
      event.kind === "zone" ? whole : [Math.max(0, event.from - margin), Math.min(reading.duration, event.to + margin)],
    );
  };
  return (
    <div className="grid min-w-0 gap-3">
      <Card className="min-w-0">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h2 className="mr-auto text-xl">{log.name}</h2>
          <p className="text-sm text-dim">
            {reading.rows.toLocaleString("en-US")} rows, {shown(reading.duration, 1)} s
            {reading.skipped > 0 ? `; ${reading.skipped} lines could not be read and were passed over` : ""}
          </p>
          <Button look="quiet" disabled={view[0] === whole[0] && view[1] === whole[1]} onClick={() => setView(whole)}>
            Whole log
          </Button>
        </div>
        {reading.notes?.map((note) => (
          <p key={note} className="text-fuel">
            {note}
          </p>
        ))}
        {Object.entries(reading.picture)
          .filter(([name]) => name !== "afr" || !reading.picture.lambda)
          .map(([name, points], i) => (
            <Strip
              key={name}
              name={reading.columns[name]?.name ?? name}
              points={points}
              view={view}
              events={marked}
              labelled={i === 0}
            />
          ))}
        <TimeAxis view={view} />
      </Card>
      {reading.zones.length > 0 && (
        <Card aria-label="By throttle">
          <h3 className="text-lg">By throttle</h3>
          <ul className="mt-1 grid gap-2 sm:grid-cols-3">
            {reading.zones.map((zone) => (
              <li key={zone.id} className="rounded-xl border border-line p-2">
                {zone.name}: <strong>{zone.word}</strong>
                <span className="block text-sm text-dim tabular-nums">
                  lambda {shown(zone.mean)} ± {shown(zone.spread)} over {shown(zone.seconds, 0)} s
                </span>
              </li>
            ))}
          </ul>
        </Card>
      )}
      <Card aria-label="What it shows">
        <h3 className="text-lg">
          What it shows
          {reading.count > reading.events.length ? ` (the first ${reading.events.length} of ${reading.count})` : ""}
        </h3>
        {reading.events.length === 0 && <p className="mt-1 text-dim">No surge, hesitation or fade was found in it.</p>}
        <ol className="mt-1 max-h-[50dvh] overflow-y-auto">
          {reading.events.map((event, i) => (
            <li key={i} className="flex flex-wrap items-center gap-2 border-t border-line py-1.5">
              <span className="min-w-56 flex-1">
                <strong>{KIND[event.kind]}</strong> at {shown(event.from, 1)} s. {event.says}
              </span>
              {event.kind !== "zone" && <Button onClick={() => look(event)}>Look</Button>}
              <Button look="fuel" onClick={() => setSending(event)}>
                Use as evidence
              </Button>
            </li>
          ))}
        </ol>
      </Card>
      {sending && (
        <PickJob
          open
          onOpenChange={(open) => !open && setSending(null)}
          title="Use as evidence"
          description={`${KIND[sending.kind]}: ${sending.says}`}
          ways={[{ name: "Add it to this job", entry: () => evidenceEntry(sending, log.name) }]}
        />
      )}
    </div>
  );
}

function Strip({
  name,
  points,
  view,
  events,
  labelled,
}: {
  name: string;
  points: number[][];
  view: [number, number];
  events: LogEvent[];
  labelled: boolean;
}) {
  const drawn = stripGeometry(points, view);
  return (
    <svg
      viewBox={`0 0 ${STRIP.width} ${STRIP.height}`}
      className="h-auto w-full"
      role="img"
      aria-label={`${name} over time, ${events.length} findings marked`}
    >
      {events
        .filter((event) => event.to >= view[0] && event.from <= view[1])
        .map((event, i) => {
          const from = Math.max(drawn.across(event.from), STRIP.left);
          const to = Math.min(drawn.across(event.to), STRIP.width - STRIP.right);
          return (
            <g key={i}>
              <rect x={from} width={Math.max(to - from, 3)} y="0" height={STRIP.height} className={BAND[event.kind]} />
              {labelled && (
                <text x={from + 4} y={STRIP.height - 6 - (i % 2) * 15} fontSize="14" className="fill-dim">
                  {KIND[event.kind].toLowerCase()}
                </text>
              )}
            </g>
          );
        })}
      <LevelLines ticks={drawn.ticks} up={drawn.up} from={STRIP.left} to={STRIP.width - STRIP.right} />
      <path d={drawn.band} className="fill-fuel stroke-fuel" strokeWidth="1.4" strokeLinejoin="round" />
      <text x={STRIP.left + 6} y="18" fontSize="16" className="fill-ink font-semibold">
        {name}
      </text>
    </svg>
  );
}

function TimeAxis({ view }: { view: [number, number] }) {
  const across = timeScale(view);
  return (
    <svg viewBox={`0 0 ${STRIP.width} 26`} className="h-auto w-full" aria-hidden>
      {across.ticks(8).map((tick) => (
        <text key={tick} x={across(tick)} y="18" textAnchor="middle" fontSize="15" className="fill-dim tabular-nums">
          {tick} s
        </text>
      ))}
    </svg>
  );
}
