/** Accepts a comma for the decimal point. null when it is not a number. */
export function parseNumber(text: string): number | null {
  const plain = text.trim().replace(",", ".").replace("−", "-");
  return /^[-+]?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : null;
}

/** Numbers apart by spaces, semicolons or line ends (a comma may be a decimal point). null when one is none. */
export function parseNumbers(text: string): number[] | null {
  const cells = text.split(/[;\s]+|,\s+/).filter(Boolean);
  const numbers = cells.map(parseNumber);
  return numbers.some((one) => one === null) ? null : (numbers as number[]);
}

/** Fixed places, without a trail of zeros that says more than is known. */
export function shown(value: number | null | undefined, digits = 2): string {
  if (value === null || value === undefined || !Number.isFinite(value)) return "-";
  if (value !== 0 && Math.abs(value) < 0.5 * 10 ** -digits) return value.toPrecision(2);
  return value.toFixed(digits).replace("-", "−");
}

/** Places that fit an uncertainty: two figures of it. */
export function digitsFor(uncertainty: number | null | undefined, most = 4): number {
  if (!uncertainty || uncertainty <= 0) return 2;
  return Math.min(Math.max(1 - Math.floor(Math.log10(uncertainty)), 0), most);
}
