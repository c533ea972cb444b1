/** A probability in words short enough for a label: "64 %", "<1\u00a0%". */
export function percent(p: number): string {
  if (p > 0 && p < 0.01) return "<1\u00a0%";
  if (p < 1 && p > 0.99) return ">99\u00a0%";
  return `${Math.round(p * 100)}\u00a0%`;
}
