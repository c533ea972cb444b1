import type { Symptom } from "../api/types";
import { meets } from "../ui/needs";

/** Symptoms this machine can show whose name, note, group or synonyms hold every word typed. */
export function findSymptoms(symptoms: Symptom[], features: ReadonlySet<string>, text: string): Symptom[] {
  const words = fold(text).split(/\s+/).filter(Boolean);
  return symptoms
    .filter((symptom) => !symptom.healthy && meets(symptom.needs, features))
    .filter((symptom) => {
      const all = fold([symptom.id, symptom.name, symptom.note, symptom.group, ...symptom.synonyms].join(" "));
      return words.every((word) => all.includes(word));
    });
}

/** Lower case, British spellings as the American ones. */
function fold(text: string): string {
  return text
    .toLowerCase()
    .replace(/carburettor/g, "carburetor")
    .replace(/petrol/g, "fuel")
    .replace(/gasoline/g, "fuel")
    .replace(/colour/g, "color");
}
