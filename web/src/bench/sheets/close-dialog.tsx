import { useState } from "react";
import { entry } from "../../api/entries";
import { Button } from "../../ui/button";
import { Choices } from "../../ui/choices";
import { Dialog } from "../../ui/dialog";
import { useDesk } from "../desk";

const WAYS = [
  {
    id: "sound",
    name: "Sound",
    says: "Looked for under its conditions and not there; nothing was repaired.",
    ask: true,
  },
  { id: "referred", name: "Referred", says: "Handed on with these findings.", ask: false },
  { id: "unproven", name: "Unproven", says: "Stays open to doubt, or the owner wants it back.", ask: true },
] as const;
type Way = (typeof WAYS)[number]["id"];

/** Ends a job otherwise than by proof: sound, handed on, or unproven, with its reason. as: what it begins with */
export function CloseDialog(props: { open: boolean; onOpenChange: (open: boolean) => void; as?: Way }) {
  const { job, add } = useDesk();
  const { repairs, machine, loose_ends: ends, defects } = job.trace;
  const open = defects.filter((row) => row.status === "open" || row.status === "contradicted");
  // What was found and stands makes a machine that is not sound.
  const ways = WAYS.filter((way) => way.id !== "sound" || (repairs.length === 0 && open.length === 0));
  const [chosen, setAs] = useState<Way>(props.as ?? ways[0]?.id ?? "unproven");
  const as = ways.some((way) => way.id === chosen) ? chosen : "unproven";
  const [reason, setReason] = useState("");
  const way = ways.find((one) => one.id === as);
  const told = reason.trim();
  return (
    <Dialog
      open={props.open}
      onOpenChange={props.onOpenChange}
      title="Close it otherwise"
      description={`${machine.called ?? machine.name} leaves the bench without being proven.`}
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void add(entry("close", { as, ...(told && { reason: told }) }));
          props.onOpenChange(false);
        }}
      >
        <Choices
          label="How it ends"
          value={as}
          onChange={(id) => setAs(ways.find((one) => one.id === id)?.id ?? chosen)}
          className="grid gap-2"
          options={ways.map((one) => ({
            id: one.id,
            says: (
              <>
                <strong className="font-semibold">{one.name}</strong> <span className="block text-dim">{one.says}</span>
              </>
            ),
          }))}
        />
        {open.length > 0 && (
          <p className="border-l-4 border-rust bg-rust-soft px-3 py-2">
            Found and not repaired: {open.map((row) => row.name).join(", ")}.
          </p>
        )}
        {ends.length > 0 && (
          <p className="border-l-4 border-rust bg-rust-soft px-3 py-2">Still off: {ends.join(", ")}.</p>
        )}
        <label className="block font-medium">
          {way?.ask ? "Why, or what was found instead" : "Anything to add"}
          <textarea
            value={reason}
            maxLength={1000}
            rows={3}
            onChange={(event) => setReason(event.target.value)}
            className="mt-1 w-full rounded-xl border-2 border-edge bg-raised p-3 font-normal"
          />
        </label>
        <Button type="submit" look="fuel" className="w-full" disabled={way?.ask === true && told === ""}>
          Close as {as}
        </Button>
      </form>
    </Dialog>
  );
}
