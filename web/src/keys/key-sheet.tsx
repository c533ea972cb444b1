import { Switch } from "radix-ui";
import { useId } from "react";
import type { Key, Scope } from "./registry";
import { useKeyList, useKeys, useKeySheet } from "./use-keys";
import { Dialog } from "../ui/dialog";

const ORDER: Scope[] = ["The step", "The instrument", "This sheet", "This job", "The bench", "Everywhere"];
const SAID: Record<string, string> = {
  " ": "space",
  ArrowRight: "→",
  ArrowLeft: "←",
  ArrowUp: "↑",
  ArrowDown: "↓",
  "mod+k": "Ctrl K",
};

/** The keys there are on this page now, from the table they act by; single characters can be switched off. */
export function KeySheet() {
  const [open, setOpen] = useKeySheet();
  useKeys("Everywhere", [["?", "This sheet", () => setOpen(true)]]);
  return (
    <Dialog
      open={open}
      onOpenChange={setOpen}
      title="Keys"
      description="All of the tracing can be done from the keyboard."
    >
      <Keys />
    </Dialog>
  );
}

function Keys() {
  const { list, single, setSingle } = useKeyList();
  const id = useId();
  return (
    <>
      <div className="mb-3 flex min-h-11 items-center gap-3">
        <Switch.Root
          id={id}
          checked={single}
          onCheckedChange={setSingle}
          className="h-7 w-12 shrink-0 rounded-full border-2 border-edge bg-raised p-0.5 data-[state=checked]:bg-fuel"
        >
          <Switch.Thumb className="block size-5 rounded-full bg-ink transition-transform data-[state=checked]:translate-x-5 data-[state=checked]:bg-on-fuel" />
        </Switch.Root>
        <label htmlFor={id}>Letters, digits and signs act by themselves</label>
      </div>
      {ORDER.map((scope) => {
        const keys = list.filter((one) => one.scope === scope);
        return keys.length === 0 ? null : <Group key={scope} scope={scope} keys={keys} />;
      })}
    </>
  );
}

function Group({ scope, keys }: { scope: Scope; keys: Key[] }) {
  return (
    <section aria-label={scope} className="mb-3">
      <h3 className="border-b border-line pb-1 text-base">{scope}</h3>
      <dl className="mt-1 grid grid-cols-[7rem_1fr] gap-y-1.5">
        {keys.map((one) => (
          <div key={one.key} className="contents">
            <dt>
              <kbd className="rounded border border-edge bg-raised px-2 py-0.5">{SAID[one.key] ?? one.key}</kbd>
            </dt>
            <dd>{one.name}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
