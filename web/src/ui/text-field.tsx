import { useId } from "react";

/** A line of words with its name over it. */
export function TextField(props: {
  label: string;
  text: string;
  onText: (text: string) => void;
  most?: number;
  placeholder?: string;
  className?: string;
  type?: "text" | "password";
  /** What the browser may fill in: "username", "current-password" ... */
  fill?: string;
  error?: string | null;
  inputMode?: "numeric";
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
        type={props.type ?? "text"}
        inputMode={props.inputMode}
        autoComplete={props.fill ?? "off"}
        aria-invalid={props.error ? true : undefined}
        aria-describedby={props.error ? `${id}-error` : undefined}
        placeholder={props.placeholder}
        onChange={(event) => props.onText(event.target.value)}
        className="mt-1 min-h-11 w-full rounded-xl border-2 border-edge bg-raised px-3 aria-invalid:border-rust"
      />
      {props.error && (
        <p id={`${id}-error`} role="alert" className="mt-1 text-sm text-rust">
          {props.error}
        </p>
      )}
    </div>
  );
}
