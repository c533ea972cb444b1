import { entry, newId } from "../../api/entries";
import type { Catalogue, NewJob, ShopWays, SpecCard, Symptom } from "../../api/types";
import { record } from "../../kept/store";
import { meets } from "./needs";

export type Seen = { seen: "present" | "absent"; when: string[] };

/** What has been filled in so far; kept in the browser, so that a reload loses nothing. */
export type Draft = {
  id: string;
  family: string;
  name: string;
  switches: Record<string, boolean>;
  symptoms: Record<string, Seen>;
  context: Record<string, string>;
  work: string[];
  /** The chosen spec card, or null. */
  card: string | null;
};

const kept = record<Partial<Draft>>("intake", {});

/** An empty sheet, for the first family of the catalogue. */
export function emptyDraft(catalogue: Catalogue): Draft {
  const family = catalogue.families[0]?.id ?? "";
  return { id: newId(), family, name: "", switches: {}, symptoms: {}, context: {}, work: [], card: null };
}

/** What was filled in before a reload, else an empty sheet. */
export function storedDraft(catalogue: Catalogue): Draft {
  return { ...emptyDraft(catalogue), ...kept.read() };
}

export function storeDraft(draft: Draft | null): void {
  if (draft) kept.write(draft);
  else kept.clear();
}

export function featuresOf(draft: Draft, catalogue: Catalogue): Set<string> {
  const features = new Set(catalogue.families.find((row) => row.id === draft.family)?.features);
  for (const [id, on] of Object.entries(draft.switches)) {
    if (on) features.add(id);
    else features.delete(id);
  }
  return features;
}

/** What can be seen on such a machine. */
export function symptomsOf(catalogue: Catalogue, features: ReadonlySet<string>): Symptom[] {
  return catalogue.symptoms.filter((symptom) => meets(symptom.needs, features));
}

/** The draft as a job to be stored. */
export function jobOf(draft: Draft, catalogue: Catalogue, ways: ShopWays, cards: SpecCard[]): NewJob {
  const card = cards.find((one) => one.id === draft.card && one.family === draft.family);
  const name = draft.name.trim();
  const machine = {
    family: draft.family,
    ...(name && { name }),
    features: draft.switches,
    context: draft.context,
    work: draft.work,
    schools: ways.chosen,
    lacks: ways.lacks,
    ...(card && { card: { id: card.id, name: card.name }, limits: card.limits }),
  };
  const seen = Object.entries(draft.symptoms).map(([symptom, { seen, when }]) =>
    entry("symptom", { symptom, seen, when }),
  );
  return { id: draft.id, title: titleOf(draft, catalogue), entries: [entry("machine", machine), ...seen] };
}

function titleOf(draft: Draft, catalogue: Catalogue): string {
  const present = Object.entries(draft.symptoms)
    .filter(([, row]) => row.seen === "present")
    .map(([id]) => id);
  const words = present.map((id) => catalogue.symptoms.find((row) => row.id === id)?.name ?? id);
  const machine =
    draft.name.trim() || (catalogue.families.find((row) => row.id === draft.family)?.name ?? draft.family);
  return `${machine}: ${words.join("; ") || "inspection"}`.slice(0, 200);
}
