import { Slider } from "radix-ui";
import type { MixturePoint } from "../api/types";
import { shown } from "../words/numbers";
import { CIRCUITS, part } from "./mixture-geometry";
import { CIRCUIT_NAMES } from "./mixture-plot";

/** What stands at one place of the curve, and the slider that goes along it. opening: 0 to 100 */
export function CurveFacts(props: { at: MixturePoint; opening: number; onOpening: (opening: number) => void }) {
  const { at } = props;
  const fuel = CIRCUITS.reduce((sum, circuit) => sum + at.fuel[circuit], 0);
  return (
    <div className="mt-2 border-t border-line pt-1">
      <Slider.Root
        min={0}
        max={100}
        step={1}
        value={[props.opening]}
        onValueChange={([next]) => next !== undefined && props.onOpening(next)}
        className="relative flex h-11 w-full touch-none items-center select-none"
      >
        <Slider.Track className="relative h-1.5 grow rounded-full bg-line" />
        <Slider.Thumb
          aria-label="Look along the curve, throttle in percent"
          className="block size-7 rounded-full border-2 border-ink bg-raised shadow-sm"
        />
      </Slider.Root>
      <dl className="grid grid-cols-[repeat(auto-fit,minmax(7.5rem,1fr))] gap-x-4 gap-y-1.5">
        <Fact name="Throttle" value={at.opening === 0 ? "idle" : `${shown(at.opening * 100, 0)} %`} />
        <Fact name="Lambda" value={shown(at.lambda)} />
        <Fact name="Speed" value={`${shown(at.rpm, 0)} rpm`} />
        <Fact name="Vacuum" value={`${shown(at.vacuum, 1)} inHg`} />
        <Fact name="Air" value={`${shown(at.air, 1)} g/s`} />
        <Fact name="Fuel" value={`${shown(fuel, 2)} g/s`} />
        {CIRCUITS.filter((circuit) => part(at, circuit) >= 0.005).map((circuit) => (
          <Fact key={circuit} name={CIRCUIT_NAMES[circuit]} value={`${shown(part(at, circuit) * 100, 0)} %`} />
        ))}
      </dl>
    </div>
  );
}

function Fact({ name, value }: { name: string; value: string }) {
  return (
    <div>
      <dt className="text-sm text-dim">{name}</dt>
      <dd className="font-display text-lg leading-tight font-semibold tabular-nums">{value}</dd>
    </div>
  );
}
