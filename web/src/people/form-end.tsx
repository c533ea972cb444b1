import type { ReactNode } from "react";
import { Button } from "../ui/button";
import type { Told } from "./told";

/** The end of a form: what the whole of it was refused with, and its button. */
export function FormEnd(props: { told: Told | null; disabled: boolean; children: ReactNode }) {
  return (
    <>
      {props.told && (
        <p role="alert" className="border-l-4 border-rust bg-rust-soft px-3 py-2">
          {props.told.says}
        </p>
      )}
      <Button type="submit" look="fuel" className="w-full" disabled={props.disabled}>
        {props.children}
      </Button>
    </>
  );
}
