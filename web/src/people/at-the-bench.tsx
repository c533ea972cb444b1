import { useState } from "react";
import { Button } from "../ui/button";
import { TextField } from "../ui/text-field";

/** An open bench: one of those who were here lately, or a new name. */
export function AtTheBench(props: { name: string; lately: string[]; onName: (name: string) => void }) {
  const [typed, setTyped] = useState("");
  const others = props.lately.filter((one) => one !== props.name && !one.includes(", "));
  return (
    <div className="space-y-4">
      {others.length > 0 && (
        <ul aria-label="Lately at the bench" className="flex flex-wrap gap-2">
          {others.map((one) => (
            <li key={one}>
              <Button onClick={() => props.onName(one)}>{one}</Button>
            </li>
          ))}
        </ul>
      )}
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (typed.trim()) props.onName(typed.trim());
        }}
      >
        <TextField
          label={props.name ? `Somebody else than ${props.name}` : "Name"}
          text={typed}
          onText={setTyped}
          most={60}
          className="flex-1"
        />
        <Button type="submit" look="fuel" disabled={!typed.trim()}>
          That is me
        </Button>
      </form>
      {props.name && (
        <Button look="quiet" onClick={() => props.onName("")}>
          Nobody: leave entries unsigned
        </Button>
      )}
    </div>
  );
}
