/** A name in the middle of a sentence: "Pump cup hard" as "pump cup hard". */
export function lower(name: string): string {
  return name.charAt(0).toLowerCase() + name.slice(1);
}
