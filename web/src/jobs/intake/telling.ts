import type { Catalogue } from "../../api/types";
import { meets } from "./needs";

/** The conditions that part the causes of this symptom on a machine fitted so: others say nothing about it. */
export function telling(catalogue: Catalogue, features: ReadonlySet<string>, symptom: string): Catalogue["conditions"] {
  const spoken = new Set(
    catalogue.faults.filter((fault) => meets(fault.needs, features)).flatMap((fault) => fault.when[symptom] ?? []),
  );
  const axes = new Set(catalogue.conditions.filter((row) => spoken.has(row.id)).map((row) => row.axis));
  return catalogue.conditions.filter((row) => axes.has(row.axis));
}
