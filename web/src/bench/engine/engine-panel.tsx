import { Play, Square, Volume2 } from "lucide-react";
import { useId, useMemo } from "react";
import type { EngineReading } from "../../api/types";
import { Section } from "../../section/later";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { Fold } from "../../ui/fold";
import { shown } from "../../words/numbers";
import { useDesk } from "../desk";
import { Gauge } from "./gauge";
import { KeepLog } from "./keep-log";
import { Strip } from "./strip";
import { useEngine, type Done } from "./use-engine";
import { useSound } from "./use-sound";

const CIRCUITS = [
  ["idle", "Idle"],
  ["transition", "Slot or holes"],
  ["main", "Main"],
  ["power", "Power"],
  ["second", "Second barrels"],
  ["shot", "Pump"],
  ["cold", "Enrichener"],
] as const;

/** In a practice: the engine of the hidden machine under one's own hands, with its gauges. */
export function EnginePanel() {
  const { job } = useDesk();
  if (!job.practice || job.trace.closing) return null;
  return (
    <Card aria-label="The engine" className="order-2 py-1! lg:order-none">
      <Fold title={<h2 className="text-xl">The engine under your hands</h2>}>
        <Hands job={job.id} title={job.title} twoStroke={job.trace.machine.features.includes("two-stroke")} />
      </Fold>
    </Card>
  );
}

function Hands({ job, title, twoStroke }: { job: string; title: string; twoStroke: boolean }) {
  const engine = useEngine(job);
  const sound = useSound(engine.on ? engine.readings.at(-1) : undefined);
  const { done, change, on } = engine;
  const now = engine.readings.at(-1);
  const most = Math.max(...engine.readings.map((one) => one.rpm), 0) > 5500 || twoStroke ? 12_000 : 6000;
  return (
    <div className="pb-2">
      <div className="grid grid-cols-3 gap-2">
        <Gauge name="Speed" unit="rpm" places={0} range={[0, most]} value={now ? now.rpm : null} />
        <Gauge name="Vacuum" unit="inHg" places={1} range={[0, 30]} value={now ? now.vacuum : null} />
        <Gauge name="Lambda" unit="" places={2} range={[0.5, 2]} value={now ? now.lambda : null} />
      </div>
      <p role="status" className="mt-1 text-sm text-dim">
        {!on ? "Nobody is at it." : now?.running ? `It runs, at ${shown(now.warmth, 0)} °C.` : "It stands."}
      </p>
      <Strip readings={engine.readings} top={most} />
      {engine.problem && (
        <p role="alert" className="mt-2 border-l-4 border-rust bg-rust-soft px-3 py-2">
          {engine.problem}
        </p>
      )}
      <div className="mt-2 grid grid-cols-2 gap-2 xl:grid-cols-4">
        {on ? (
          <Button onClick={engine.stop}>
            <Square size={16} aria-hidden /> Leave it
          </Button>
        ) : (
          <Button look="fuel" onClick={() => engine.begin()}>
            <Play size={16} aria-hidden /> Take it
          </Button>
        )}
        <Button disabled={on} onClick={() => engine.begin({ warm: true })}>
          Warm, at idle
        </Button>
        <Button disabled={on} onClick={() => engine.begin({ stand: 600 })}>
          Cold tomorrow
        </Button>
        <Button
          disabled={!on}
          aria-pressed={done.starter}
          className="aria-pressed:border-fuel aria-pressed:bg-fuel-soft"
          onClick={() => change({ starter: !done.starter, key: true })}
        >
          Starter
        </Button>
      </div>
      <div className="mt-2 grid gap-x-4 gap-y-1 sm:grid-cols-2">
        <Slide name="Throttle" value={done.throttle} onValue={(throttle) => change({ throttle })} />
        <Slide name="Load" value={done.load} most={1.5} onValue={(load) => change({ load })} />
        <Slide
          name={done.choke === null ? "Choke: as its warmth asks" : "Choke, by hand"}
          value={done.choke ?? 0}
          onValue={(choke) => change({ choke })}
        />
        <Slide name="Inlet covered by hand" value={done.cover} onValue={(cover) => change({ cover })} />
      </div>
      <div className="mt-1 flex flex-wrap gap-2">
        <Button aria-pressed={!done.key} onClick={() => change({ key: !done.key, starter: false })}>
          {done.key ? "Switch it off" : "Switch it on"}
        </Button>
        <Button disabled={done.choke === null} onClick={() => change({ choke: null })}>
          Leave the choke to itself
        </Button>
        {sound.able && (
          <Button
            aria-pressed={sound.on}
            onClick={sound.turn}
            className="aria-pressed:border-fuel aria-pressed:bg-fuel-soft"
          >
            <Volume2 size={16} aria-hidden /> Listen
          </Button>
        )}
        <KeepLog name={title} recorded={engine.recorded} />
      </div>
      <Flows flows={now?.flows ?? {}} />
      {now && <Cut now={now} choke={done.choke} />}
    </div>
  );
}

function Slide(props: { name: string; value: number; most?: number; onValue: (value: number) => void }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="flex justify-between text-[15px] font-medium">
        <span>{props.name}</span>
        <span className="text-dim tabular-nums">{Math.round(props.value * 100)} %</span>
      </label>
      <input
        id={id}
        type="range"
        min={0}
        max={props.most ?? 1}
        step={0.01}
        value={props.value}
        onChange={(event) => props.onValue(Number(event.target.value))}
        className="h-11 w-full accent-fuel"
      />
    </div>
  );
}

/** The cut-away of its carburetor, moving as its fuel does. A choke left to itself is drawn open. */
function Cut({ now, choke }: { now: EngineReading; choke: Done["choke"] }) {
  const { job, catalogue } = useDesk();
  const { family, features } = job.trace.machine;
  const fitted = useMemo(() => new Set(features), [features]);
  return (
    <Section
      family={family}
      features={fitted}
      catalogue={catalogue}
      faults={[]}
      check={null}
      cold={false}
      odds={false}
      running={{ opened: now.opened, choke: choke ?? 0, turning: now.rpm > 0, filled: now.filled, flows: now.flows }}
    />
  );
}

/** Where its fuel comes from now. */
function Flows({ flows }: { flows: Record<string, number> }) {
  const rows = CIRCUITS.filter(([id]) => (flows[id] ?? 0) > 0);
  const whole = Object.values(flows).reduce((sum, one) => sum + one, 0);
  if (whole <= 0) return null;
  return (
    <ul aria-label="Where its fuel comes from" className="mt-2 flex flex-wrap gap-x-4 text-sm text-dim tabular-nums">
      {rows.map(([id, name]) => (
        <li key={id}>
          {name} {Math.round((100 * (flows[id] ?? 0)) / whole)} %
        </li>
      ))}
    </ul>
  );
}
