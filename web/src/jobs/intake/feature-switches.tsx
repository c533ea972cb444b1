import type { Catalogue } from "../../api/types";
import { Fold } from "../../ui/fold";

/** What is fitted: preset by the family, switched here where this machine differs. */
export function FeatureSwitches(props: {
  catalogue: Catalogue;
  features: Set<string>;
  onSwitch: (id: string, on: boolean) => void;
}) {
  return (
    <Fold
      className="mt-3"
      title={
        <span className="underline decoration-dotted underline-offset-4">
          What is fitted ({props.features.size}): change where this one differs
        </span>
      }
    >
      <div className="grid gap-x-4 sm:grid-cols-2 lg:grid-cols-3">
        {props.catalogue.features.map((feature) => (
          <label key={feature.id} className="flex min-h-11 items-center gap-3 rounded-lg px-2 hover:bg-raised">
            <input
              type="checkbox"
              className="size-5 accent-fuel"
              checked={props.features.has(feature.id)}
              onChange={(event) => props.onSwitch(feature.id, event.target.checked)}
            />
            {feature.name}
          </label>
        ))}
      </div>
    </Fold>
  );
}
