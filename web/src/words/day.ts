/** A day as it is said here: "May 3, 2026". at: a time or a day, ISO 8601 */
export function day(at: string, style: "medium" | "long" = "medium"): string {
  return new Date(at).toLocaleDateString(undefined, { dateStyle: style });
}
