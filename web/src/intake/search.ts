import type { Catalogue, Symptom } from "../api/types";
import { finder } from "../handbook/finder";
import { meets } from "../ui/needs";

/** Symptoms this machine can show whose name, note, group or synonyms hold every word typed. */
export function findSymptoms(catalogue: Catalogue, features: ReadonlySet<string>, text: string): Symptom[] {
  const here = catalogue.symptoms.filter((symptom) => !symptom.healthy && meets(symptom.needs, features));
  return finder(here, catalogue.synonyms, (symptom) =>
    [symptom.id, symptom.name, symptom.note, symptom.group, ...symptom.synonyms].join(" "),
  )(text);
}
