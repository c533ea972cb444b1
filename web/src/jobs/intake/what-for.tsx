import type { Catalogue } from "../../api/types";
import { Choices } from "../../ui/choices";
import { plansFor } from "./draft";

/** What it is on the bench for: a complaint, or one of the plans such a machine has. */
export function WhatFor(props: {
  catalogue: Catalogue;
  features: ReadonlySet<string>;
  plan: string;
  onChange: (plan: string) => void;
}) {
  const plans = plansFor(props.catalogue, props.features);
  if (plans.length === 0) return null;
  const options = [{ id: "", name: "A complaint", says: "Traced to its cause." }, ...plans];
  return (
    <fieldset className="mt-4">
      <legend className="mb-1 font-medium">What is it here for?</legend>
      <Choices
        label="What it is here for"
        value={props.plan}
        onChange={props.onChange}
        className="grid gap-2 sm:grid-cols-2"
        options={options.map((one) => ({
          id: one.id,
          says: (
            <>
              <span className="block font-medium">{one.name}</span>
              <span className="block text-sm text-dim">{one.says}</span>
            </>
          ),
        }))}
      />
    </fieldset>
  );
}
