import { ToggleGroup } from "radix-ui";

/** One of a few, side by side; arrow keys move between them. */
export function Segmented(props: {
  label: string;
  value: string;
  options: { id: string; name: string }[];
  onChange: (id: string) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      value={props.value}
      onValueChange={(value) => value && props.onChange(value)}
      aria-label={props.label}
      className="flex overflow-hidden rounded-xl border-2 border-edge"
    >
      {props.options.map((row) => (
        <ToggleGroup.Item
          key={row.id}
          value={row.id}
          className="min-h-11 bg-raised px-2.5 text-sm not-first:border-l not-first:border-line hover:bg-ground focus-visible:-outline-offset-3 data-[state=on]:bg-deep data-[state=on]:text-[#f4f4ea]"
        >
          {row.name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
