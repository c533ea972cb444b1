import { useState } from "react";
import { Button } from "./button";

/** One line that says why, and the button it goes with; nothing is sent without a reason. */
export function ReasonForm(props: { label: string; button: string; onReason: (reason: string) => void }) {
  const [text, setText] = useState("");
  const reason = text.trim();
  return (
    <form
      className="flex flex-wrap items-end gap-2 pb-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason) props.onReason(reason);
      }}
    >
      <label className="min-w-48 flex-1">
        {props.label}
        <input
          value={text}
          required
          maxLength={1000}
          onChange={(event) => setText(event.target.value)}
          className="mt-1 min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-3 text-base text-ink"
        />
      </label>
      <Button type="submit" disabled={!reason}>
        {props.button}
      </Button>
    </form>
  );
}
