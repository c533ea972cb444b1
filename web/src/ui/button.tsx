import type { ComponentProps } from "react";

const LOOK = {
  solid: "bg-deep text-[#f4f4ea] hover:brightness-125 border-line",
  fuel: "bg-fuel text-on-fuel hover:brightness-110 border-transparent",
  plain: "bg-raised text-ink border-edge hover:border-fuel",
  quiet: "bg-transparent text-ink border-transparent hover:bg-raised",
} as const;

export type ButtonLook = keyof typeof LOOK;

/** 44 px at least, whatever it says. */
export function Button({
  look = "plain",
  className = "",
  type = "button",
  ...props
}: ComponentProps<"button"> & { look?: ButtonLook }) {
  return (
    <button
      type={type}
      className={`inline-flex min-h-11 items-center justify-center gap-2 rounded-xl border-2 px-4 py-2 text-left leading-tight font-medium transition disabled:opacity-50 ${LOOK[look]} ${className}`}
      {...props}
    />
  );
}
