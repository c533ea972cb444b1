import { RadioGroup } from "radix-ui";
import type { ReactNode } from "react";

/** One of several, each with room for more than a word; arrow keys move between them. */
export function Choices(props: {
  label: string;
  value: string;
  onChange: (id: string) => void;
  className: string;
  options: { id: string; says: ReactNode; className?: string }[];
}) {
  return (
    <RadioGroup.Root
      aria-label={props.label}
      value={props.value}
      onValueChange={props.onChange}
      className={props.className}
    >
      {props.options.map((option) => (
        <RadioGroup.Item
          key={option.id}
          value={option.id}
          className={`min-h-11 rounded-xl border-2 bg-raised text-left leading-tight data-[state=checked]:border-fuel data-[state=checked]:bg-fuel-soft ${option.className ?? "border-line px-3 py-2"}`}
        >
          {option.says}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
