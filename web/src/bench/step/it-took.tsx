import { useState } from "react";
import { Fold } from "../../ui/fold";
import { NumberField } from "../../ui/number-field";
import { parseNumber } from "../../words/numbers";

const MOST = 1440; // min, a day

/** What a step took where it was not the usual time: the job's minutes go by it, and the shop's own jobs learn from it. */
export function useTook() {
  const [text, setText] = useState("");
  const typed = parseNumber(text);
  const fits = typed !== null && typed >= 0 && typed <= MOST;
  const wrong = text.trim() !== "" && !fits;
  return {
    text,
    setText,
    wrong,
    /** For the entry: nothing where nothing was typed. */
    data: fits ? { minutes: typed } : {},
    clear: () => setText(""),
  };
}

export function ItTook({ took, usual }: { took: ReturnType<typeof useTook>; usual: number }) {
  return (
    <Fold className="mt-3 text-sm text-dim" title="It took another time">
      <div className="max-w-72 pb-2 text-ink">
        <NumberField
          label="Minutes it took"
          text={took.text}
          unit="min"
          onText={took.setText}
          error={took.wrong ? `Minutes from 0 to ${MOST}` : null}
          help={`Left empty it counts as ${usual}. The shop's own figures come from here.`}
        />
      </div>
    </Fold>
  );
}
