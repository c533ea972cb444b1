import { X } from "lucide-react";
import { Dialog as Primitive } from "radix-ui";
import type { ReactNode } from "react";
import { useFocusBack } from "./use-focus-back";

/** A sheet over the page. Escape and the cross close it; focus goes back where it was. */
export function Dialog(props: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  description: string;
  children: ReactNode;
}) {
  const focus = useFocusBack();
  return (
    <Primitive.Root open={props.open} onOpenChange={props.onOpenChange}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Primitive.Content
          {...focus}
          className="fixed top-[6dvh] left-1/2 z-50 max-h-[88dvh] w-[min(94vw,640px)] -translate-x-1/2 overflow-y-auto rounded-card border border-line bg-sheet p-5 shadow-2xl"
        >
          <div className="flex items-start justify-between gap-3">
            <Primitive.Title className="text-2xl">{props.title}</Primitive.Title>
            <Primitive.Close
              aria-label="Close"
              className="-mt-1 -mr-1 grid size-11 place-items-center rounded-lg hover:bg-raised"
            >
              <X size={20} aria-hidden />
            </Primitive.Close>
          </div>
          <Primitive.Description className="mb-4 text-dim">{props.description}</Primitive.Description>
          {props.children}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
