import { useState } from "react";
import { entry } from "../../api/entries";
import { Button } from "../../ui/button";
import { EngineFields, engineOf, NO_ENGINE } from "../../ui/engine-fields";
import { useDesk } from "../desk";

/** Asked once a machine, before a flow can be called ample: what does its engine ask for? */
export function EngineAsk() {
  const { job, catalogue, add } = useDesk();
  const [text, setText] = useState(NO_ENGINE);
  const range = catalogue.families.find((row) => row.id === job.trace.machine.family)?.engine;
  const engine = engineOf(text, range);
  return (
    <section aria-label="The engine" className="mt-4 rounded-2xl border-2 border-fuel bg-sheet p-3">
      <h3 className="text-base">What does the engine ask for?</h3>
      <p className="mb-2 text-sm text-dim">
        Its power, or its displacement and full speed. A flow is ample or short only against this.
      </p>
      <EngineFields text={text} range={range} onText={setText} />
      <Button
        look="fuel"
        className="mt-3 w-full"
        disabled={!engine || Object.keys(engine).length === 0}
        onClick={() => engine && void add(entry("engine", engine))}
      >
        Write it down
      </Button>
    </section>
  );
}
