/** "3 to 5 psi", "at least 0.4 mL", "135" */
export function figureText(figure: { low?: number | null; high?: number | null; unit: string }): string {
  const unit = ["count", "number", "ratio"].includes(figure.unit) ? "" : ` ${figure.unit}`;
  if (figure.low === figure.high) return `${figure.low}${unit}`;
  if (figure.high === null || figure.high === undefined) return `from ${figure.low}${unit}`;
  if (figure.low === null || figure.low === undefined) return `up to ${figure.high}${unit}`;
  return `${figure.low} to ${figure.high}${unit}`;
}
