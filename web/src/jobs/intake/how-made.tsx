import type { Catalogue } from "../../api/types";
import { Choices } from "../../ui/choices";
import { EngineFields } from "../../ui/engine-fields";
import { NumberField } from "../../ui/number-field";
import { countOf, screwKind, type Draft } from "./draft";
import { meets } from "./needs";

/** How many carburetors and cylinders, which way its screw works, and what its engine is known by. None is required. */
export function HowMade(props: {
  catalogue: Catalogue;
  draft: Draft;
  features: ReadonlySet<string>;
  onChange: (part: Partial<Draft>) => void;
}) {
  const { catalogue, draft, onChange } = props;
  const family = catalogue.families.find((row) => row.id === draft.family);
  const kinds = catalogue.screws.filter((kind) => meets(kind.needs, props.features));
  const most = family?.most;
  return (
    <div className="mt-4 grid gap-4 lg:grid-cols-2">
      <fieldset className="grid content-start gap-2 sm:grid-cols-2">
        <legend className="mb-1 font-medium">How many?</legend>
        {most && most.carburetors > 1 && (
          <NumberField
            label="Carburetors"
            text={draft.carburetors}
            onText={(carburetors) => onChange({ carburetors })}
            error={
              countOf(draft.carburetors, most.carburetors) === null ? `A whole number up to ${most.carburetors}.` : null
            }
          />
        )}
        {most && most.cylinders > 1 && (
          <NumberField
            label="Cylinders"
            text={draft.cylinders}
            onText={(cylinders) => onChange({ cylinders })}
            error={countOf(draft.cylinders, most.cylinders) === null ? `A whole number up to ${most.cylinders}.` : null}
          />
        )}
        {kinds.length > 0 && (
          <div className="sm:col-span-2">
            <p className="text-[15px] font-medium">Mixture screw: which way is richer?</p>
            <Choices
              label="Kind of mixture screw"
              value={screwKind(catalogue, props.features)}
              onChange={(id) =>
                onChange({ switches: { ...draft.switches, ...kinds.find((kind) => kind.id === id)?.features } })
              }
              className="mt-1 flex flex-wrap gap-1.5"
              options={kinds.map((kind) => ({ id: kind.id, says: KIND[kind.id] ?? kind.name }))}
            />
          </div>
        )}
      </fieldset>
      <fieldset>
        <legend className="mb-1 font-medium">What the engine asks for</legend>
        <EngineFields text={draft.engine} range={family?.engine} onText={(engine) => onChange({ engine })} />
        <p className="mt-1 text-sm text-dim">
          Its power, or displacement and full speed: a fuel flow is judged against it.
        </p>
      </fieldset>
    </div>
  );
}

const KIND: Record<string, string> = {
  fuel: "Out is richer (fuel screw)",
  air: "In is richer (air screw)",
  unknown: "Nobody knows",
};
