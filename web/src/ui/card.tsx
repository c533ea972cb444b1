import type { ComponentProps } from "react";

export function Card({ className = "", ...props }: ComponentProps<"section">) {
  return <section className={`rounded-card border border-line bg-sheet p-4 ${className}`} {...props} />;
}
