import { RadioGroup } from "radix-ui";
import type { Catalogue } from "../api/types";

export function FamilyPicker(props: { catalogue: Catalogue; family: string; onChange: (family: string) => void }) {
  return (
    <RadioGroup.Root
      value={props.family}
      onValueChange={props.onChange}
      aria-label="Machine family"
      className="grid grid-cols-2 gap-2 md:grid-cols-3 xl:grid-cols-4"
    >
      {props.catalogue.families.map((row) => (
        <RadioGroup.Item
          key={row.id}
          value={row.id}
          className="min-h-16 rounded-xl border-2 border-edge bg-raised px-3 py-2 text-left leading-tight data-[state=checked]:border-fuel data-[state=checked]:bg-fuel-soft"
        >
          <span className="block font-display font-semibold">{row.name}</span>
          <span className="text-sm text-dim">{row.is}</span>
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
