import { entry, newId } from "../../api/entries";
import type { Catalogue, Job, NewJob, ShopWays, SpecCard, Symptom } from "../../api/types";
import { record } from "../../kept/store";
import { engineOf, NO_ENGINE, type EngineText } from "../../ui/engine-fields";
import { parseNumber } from "../../words/numbers";
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
  /** How many, as typed. */
  carburetors: string;
  cylinders: string;
  engine: EngineText;
  /** The plan the job is about, or "": a complaint is traced. */
  plan: string;
};

const kept = record<Partial<Draft>>("intake", {});

/** An empty sheet, for the first family of the catalogue. */
export function emptyDraft(catalogue: Catalogue): Draft {
  const family = catalogue.families[0]?.id ?? "";
  const made = { carburetors: "", cylinders: "", engine: NO_ENGINE, plan: "" };
  return { id: newId(), family, name: "", switches: {}, symptoms: {}, context: {}, work: [], card: null, ...made };
}

/** What was filled in before a reload, else an empty sheet. */
export function storedDraft(catalogue: Catalogue): Draft {
  return { ...emptyDraft(catalogue), ...kept.read() };
}

/**
 * A sheet for the same machine again: how it is made, with what was found out about it, its name, card and engine. What it does now,
 * and what has happened since, is asked anew.
 */
export function draftLike(job: Job, catalogue: Catalogue): Draft {
  const { machine } = job.trace;
  const family = catalogue.families.find((row) => row.id === machine.family);
  const has = new Set(machine.features);
  const usual = new Set(family?.features);
  const all = [...new Set([...has, ...usual])];
  const switches = Object.fromEntries(all.filter((id) => has.has(id) !== usual.has(id)).map((id) => [id, has.has(id)]));
  const text = (value: number | null | undefined) => (value == null ? "" : String(value));
  const { power, displacement, full_speed } = machine.engine;
  return {
    ...emptyDraft(catalogue),
    family: machine.family,
    name: machine.called ?? "",
    switches,
    card: machine.card?.id ?? null,
    carburetors: machine.carburetors > 1 ? String(machine.carburetors) : "",
    cylinders: text(machine.cylinders),
    engine: { power: text(power), displacement: text(displacement), full_speed: text(full_speed) },
  };
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

/** What such a machine can be on the bench for, beside a complaint. */
export function plansFor(catalogue: Catalogue, features: ReadonlySet<string>): Catalogue["plans"] {
  return catalogue.plans.filter((plan) => meets(plan.needs, features));
}

/** A count as typed: undefined where nothing is, null where it cannot be. */
export function countOf(text: string, most: number): number | null | undefined {
  if (text.trim() === "") return undefined;
  const count = parseNumber(text);
  return count !== null && Number.isInteger(count) && count >= 1 && count <= most ? count : null;
}

/** Which kind of mixture screw these features say it has. */
export function screwKind(catalogue: Catalogue, features: ReadonlySet<string>): string {
  const fits = (flags: Record<string, boolean>) => Object.entries(flags).every(([id, on]) => features.has(id) === on);
  return catalogue.screws.find((kind) => fits(kind.features))?.id ?? "";
}

/** What is wrong with the counts or the engine as typed: a sentence, or null. */
export function wrongWith(draft: Draft, catalogue: Catalogue): string | null {
  const family = catalogue.families.find((row) => row.id === draft.family);
  const most = family?.most ?? { carburetors: 1, cylinders: 1 };
  const counts = [countOf(draft.carburetors, most.carburetors), countOf(draft.cylinders, most.cylinders)];
  if (counts.includes(null)) return "Look at how many carburetors and cylinders there are.";
  return engineOf(draft.engine, family?.engine) ? null : "Look at the figures of the engine.";
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
    ...made(draft, catalogue, card),
  };
  const seen = Object.entries(draft.symptoms).map(([symptom, { seen, when }]) =>
    entry("symptom", { symptom, seen, when }),
  );
  return { id: draft.id, title: titleOf(draft, catalogue), entries: [entry("machine", machine), ...seen] };
}

/** Counts and engine; the card's engine where nothing was typed. */
function made(draft: Draft, catalogue: Catalogue, card: SpecCard | undefined) {
  const family = catalogue.families.find((row) => row.id === draft.family);
  const carburetors = countOf(draft.carburetors, family?.most?.carburetors ?? 1);
  const cylinders = countOf(draft.cylinders, family?.most?.cylinders ?? 1);
  const engine = { ...card?.engine, ...engineOf(draft.engine, family?.engine) };
  return {
    ...(carburetors && { carburetors }),
    ...(cylinders && { cylinders }),
    ...(Object.keys(engine).length > 0 && { engine }),
    ...(draft.plan && { plan: draft.plan }),
  };
}

function titleOf(draft: Draft, catalogue: Catalogue): string {
  const present = Object.entries(draft.symptoms)
    .filter(([, row]) => row.seen === "present")
    .map(([id]) => id);
  const words = present.map((id) => catalogue.symptoms.find((row) => row.id === id)?.name ?? id);
  const about = words.join("; ") || catalogue.plans.find((row) => row.id === draft.plan)?.name || "inspection";
  const machine =
    draft.name.trim() || (catalogue.families.find((row) => row.id === draft.family)?.name ?? draft.family);
  return `${machine}: ${about}`.slice(0, 200);
}
