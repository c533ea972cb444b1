import { Check } from "lucide-react";
import { useState } from "react";
import { entry } from "../../api/entries";
import type { PartOff } from "../../api/types";
import { PhotoButton } from "../../photos/photo-button";
import { Photos } from "../../photos/photos";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { Fold } from "../../ui/fold";
import { TextField } from "../../ui/text-field";
import { useDesk } from "../desk";

const CONDITION: Record<PartOff["condition"], string> = { reuse: "", renew: "renew it", doubt: "in doubt" };

/** What came off, the last first: ticked one by one as it goes back on. Nothing is proven while something is off. */
export function PartsOff() {
  const { job } = useDesk();
  const { parts_off: parts, state, closing } = job.trace;
  const off = parts.filter((part) => part.back === null);
  const back = parts.filter((part) => part.back !== null);
  if (closing !== null || (parts.length === 0 && state.carburetor === "on")) return null;
  return (
    <Card aria-label="What came off">
      <Fold
        open={off.length > 0 && off.length <= 4}
        title={
          <h2 className="text-xl">
            What came off <span className="text-base font-normal text-dim">{told(off.length, back.length)}</span>
          </h2>
        }
      >
        <ul>
          {off.map((part) => (
            <StillOff key={part.entry} part={part} />
          ))}
        </ul>
        <Another />
        {back.length > 0 && <p className="mt-2 text-dim">Back on: {back.map((part) => part.name).join(", ")}.</p>}
      </Fold>
    </Card>
  );
}

function told(off: number, back: number): string {
  if (off === 0) return back === 0 ? "nothing written down" : "all back on";
  return `${off} off${back > 0 ? `, ${back} back on` : ""}`;
}

function StillOff({ part }: { part: PartOff }) {
  const { add, job } = useDesk();
  const photos = job.trace.photos.filter((row) => row.of === part.entry);
  const notes = part.notes.map((row) => `${row.name} ${row.text}`);
  const said = [part.place, ...notes, CONDITION[part.condition]].filter(Boolean).join(" · ");
  return (
    <li className="flex items-center gap-3 border-t border-line py-1.5">
      <span className="min-w-0 flex-1 leading-snug">
        <strong className="font-semibold">{part.name}</strong>
        {said && <span className="text-fuel"> {said}</span>}
        {part.refit && <span className="block text-[15px] text-dim">{part.refit}</span>}
        <Photos job={job.id} rows={photos} onDrop={(row) => void add(entry("strike", { entry: row.entry }))} />
      </span>
      <PhotoButton job={job.id} of={part.entry} name={`Photo of ${part.name}`} add={add} />
      <Button
        className="shrink-0 px-3!"
        aria-label={`Back on: ${part.name}`}
        onClick={() => void add(entry("refitted", { entry: part.entry }))}
      >
        <Check size={20} aria-hidden /> Back on
      </Button>
    </li>
  );
}

/** A part by a name of one's own. */
function Another() {
  const { add } = useDesk();
  const [name, setName] = useState("");
  const typed = name.trim();
  return (
    <form
      className="mt-2 flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!typed) return;
        void add(entry("removed", { name: typed }));
        setName("");
      }}
    >
      <TextField
        className="flex-1"
        label="Something else came off"
        placeholder="what, and from where"
        text={name}
        onText={setName}
      />
      <Button type="submit" disabled={!typed}>
        Note it
      </Button>
    </form>
  );
}
