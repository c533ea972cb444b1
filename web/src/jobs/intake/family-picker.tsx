import { RadioGroup } from "radix-ui";
import type { Catalogue } from "../../api/types";
import { Silhouette } from "../../section/silhouette";

export function FamilyPicker(props: { catalogue: Catalogue; family: string; onChange: (family: string) => void }) {
  return (
    <RadioGroup.Root
      value={props.family}
      onValueChange={props.onChange}
      aria-label="Machine family"
      className="grid gap-2 sm:grid-cols-2 md:grid-cols-3 xl:grid-cols-4"
    >
      {props.catalogue.families.map((row) => (
        <RadioGroup.Item
          key={row.id}
          value={row.id}
          className="flex min-h-20 items-center gap-3 rounded-xl border-2 border-edge bg-raised px-2.5 py-2 text-left leading-tight data-[state=checked]:border-fuel data-[state=checked]:bg-fuel-soft"
        >
          <Silhouette family={row.id} className="h-14 w-18 shrink-0" />
          <span className="min-w-0">
            <span className="block font-display font-semibold">{row.name}</span>
            <span className="block text-sm leading-tight text-dim">{row.is}</span>
          </span>
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
