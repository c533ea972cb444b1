import { clock } from "../../ui/clock";
import { useState } from "react";
import { entry } from "../../api/entries";
import { Button } from "../../ui/button";
import { Dialog } from "../../ui/dialog";
import { NumberField } from "../../ui/number-field";
import { parseNumber } from "../../words/numbers";
import { useNow } from "../../ui/use-now";
import { WAIT, waitWords } from "../../words/waiting";
import { useDesk } from "../desk";

/** Puts a job aside: soaking, cooling, parts; with a time at which it calls. */
export function WaitDialog(props: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { job, add } = useDesk();
  const [what, setWhat] = useState<keyof typeof WAIT>("soaking");
  const [minutes, setMinutes] = useState("30");
  const [text, setText] = useState("");
  const waiting = job.trace.waiting;
  const now = useNow(1000);
  const count = parseNumber(minutes);
  const timed = what !== "parts" || minutes.trim() !== "";
  const wrong =
    timed && (count === null || count <= 0 || count > 20_160) ? "Minutes from 1 to 20160 (two weeks)." : null;
  const set = () => {
    if (wrong) return;
    const until = timed && count !== null ? new Date(clock.now() + count * 60_000).toISOString() : undefined;
    const told = text.trim();
    void add(entry("wait", { for: what, ...(until && { until }), ...(told && { text: told }) }));
    props.onOpenChange(false);
  };
  return (
    <Dialog
      open={props.open}
      onOpenChange={props.onOpenChange}
      title="Put it aside"
      description="It stands on the bench under what it waits for, and calls when the time is up."
    >
      {waiting && (
        <div className="mb-3 flex flex-wrap items-center gap-3 rounded-xl border border-line p-3">
          <p className="flex-1">
            {waitWords(waiting, now)}
            {waiting.text ? `. ${waiting.text}` : ""}
          </p>
          <Button
            onClick={() => {
              void add(entry("wait", { for: "nothing" }));
              props.onOpenChange(false);
            }}
          >
            Done waiting
          </Button>
        </div>
      )}
      <div className="flex flex-wrap gap-2" role="group" aria-label="What it waits for">
        {(Object.keys(WAIT) as (keyof typeof WAIT)[]).map((id) => (
          <Button
            key={id}
            aria-pressed={what === id}
            className="aria-pressed:border-fuel aria-pressed:bg-fuel-soft"
            onClick={() => {
              setWhat(id);
              setMinutes(id === "parts" ? "" : id === "cooling" ? "60" : "30");
            }}
          >
            {WAIT[id]}
          </Button>
        ))}
      </div>
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        <NumberField
          label={what === "parts" ? "Ask again in, if known" : "Calls in"}
          text={minutes}
          onText={setMinutes}
          unit="min"
          error={wrong}
        />
        <label className="text-[15px] font-medium">
          Note
          <input
            value={text}
            maxLength={200}
            onChange={(event) => setText(event.target.value)}
            className="mt-1 min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-3 font-normal"
          />
        </label>
      </div>
      <Button look="fuel" className="mt-4 w-full" onClick={set}>
        Put it aside
      </Button>
    </Dialog>
  );
}
