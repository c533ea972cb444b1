import { useKept } from "../kept/use-kept";
import { CalculatorFields } from "../worktop/calculator-fields";
import { inputsOf, type Typed } from "../worktop/typed";
import { useWorktop } from "../worktop/use-worktop";
import type { InstrumentProps } from "./kinds";
import { useTold } from "./use-told";

/** What a calculator asks at this check, as plain fields. */
export function FormEntry({ keep, reading, onData, wrongAt }: InstrumentProps) {
  const worktop = useWorktop();
  const [state, change] = useKept<{ typed: Typed }>(keep, { typed: {} });
  const calculator = worktop.data?.find((one) => one.id === reading.calculator);
  const asked = calculator?.inputs.filter((input) => reading.ask.includes(input.id)) ?? [];
  const { inputs, wrong } = inputsOf(asked, state.typed, false);
  const complete =
    asked.length > 0 &&
    Object.keys(wrong).length === 0 &&
    asked.every((input) => input.choices || inputs[input.id] !== undefined);
  useTold(complete ? { inputs } : null, onData);
  if (!calculator) return <p className="text-dim">Fetching the fields ...</p>;
  return (
    <CalculatorFields
      inputs={asked}
      typed={state.typed}
      onChange={(typed) => change({ typed })}
      wrongAt={(id) => wrong[id] ?? wrongAt(`inputs/${id}`)}
      prefilled={false}
    />
  );
}
