import type { Catalogue, Symptom } from "../api/types";
import { finder } from "./finder";

/** Symptoms whose name, note, group or synonyms hold every word typed. symptoms: those to choose from */
export function findSymptoms(symptoms: Symptom[], synonyms: Catalogue["synonyms"], text: string): Symptom[] {
  const ill = symptoms.filter((symptom) => !symptom.healthy);
  return finder(ill, synonyms, (symptom) =>
    [symptom.id, symptom.name, symptom.note, symptom.group, ...symptom.synonyms].join(" "),
  )(text);
}
