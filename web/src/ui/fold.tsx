import { Collapsible } from "radix-ui";
import type { ReactNode } from "react";

/** A line that unfolds what stands under it. */
export function Fold({
  title,
  className = "",
  children,
}: {
  title: ReactNode;
  className?: string;
  children: ReactNode;
}) {
  return (
    <Collapsible.Root className={className}>
      <Collapsible.Trigger className="min-h-11 w-full rounded-lg text-left hover:bg-raised">
        {title}
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
