import { useId } from "react";

/** A line of words with its name over it. */
export function TextField(props: {
  label: string;
  text: string;
  onText: (text: string) => void;
  most?: number;
  placeholder?: string;
  className?: string;
}) {
  const id = useId();
  return (
    <div className={`min-w-0 ${props.className ?? ""}`}>
      <label htmlFor={id} className="block text-[15px] leading-tight font-medium">
        {props.label}
      </label>
      <input
        id={id}
        value={props.text}
        maxLength={props.most ?? 200}
        autoComplete="off"
        placeholder={props.placeholder}
        onChange={(event) => props.onText(event.target.value)}
        className="mt-1 min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-3"
      />
    </div>
  );
}
