import { Collapsible } from "radix-ui";
import type { Catalogue } from "../../api/types";

/** What is fitted: preset by the family, switched here where this machine differs. */
export function FeatureSwitches(props: {
  catalogue: Catalogue;
  features: Set<string>;
  onSwitch: (id: string, on: boolean) => void;
}) {
  return (
    <Collapsible.Root className="mt-3">
      <Collapsible.Trigger className="-mx-2 min-h-11 rounded-lg px-2 text-left underline decoration-dotted underline-offset-4 hover:bg-raised">
        What is fitted ({props.features.size}): change where this one differs
      </Collapsible.Trigger>
      <Collapsible.Content className="grid gap-x-4 sm:grid-cols-2 lg:grid-cols-3">
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
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
