import { ChevronDown } from "lucide-react";
import { Collapsible } from "radix-ui";
import type { ReactNode } from "react";

/** A line that unfolds what stands under it. open: whether it stands open at first */
export function Fold({
  title,
  open = false,
  className = "",
  children,
}: {
  title: ReactNode;
  open?: boolean;
  className?: string;
  children: ReactNode;
}) {
  return (
    <Collapsible.Root defaultOpen={open} className={className}>
      <Collapsible.Trigger className="group flex min-h-11 w-full items-center gap-2 rounded-lg text-left hover:bg-raised">
        <span className="min-w-0 flex-1">{title}</span>
        <ChevronDown
          size={16}
          aria-hidden
          className="shrink-0 text-dim transition-transform group-data-[state=open]:rotate-180"
        />
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
