import type { BoardPage, Catalogue, Check, HoleField, Job, JobSummary, Reading, Visit } from "../api/types";

/** A page of the board with these open jobs on it. */
export function boardPage(jobs: JobSummary[], order: string[] = [], next: number | null = null): BoardPage {
  const counts: Record<string, number> = {};
  for (const job of jobs)
    counts[job.waiting ? "aside" : job.waits_for] = (counts[job.waiting ? "aside" : job.waits_for] ?? 0) + 1;
  return { jobs, order, next, counts };
}

export const pressure: Reading = {
  by: "number",
  instrument: "number",
  name: "Pressure at idle",
  unit: "psi",
  units: ["psi", "kPa"],
  resolution: 0.1,
  physical: [0, 30],
  words: ["low", "in-range", "high"],
  source: "common practice, no source",
  ask: [],
};

export function check(row: Partial<Check> = {}): Check {
  return {
    id: "fuel-pressure",
    name: "Fuel pressure at the inlet",
    stage: "A",
    states: ["R"],
    minutes: 6,
    steps: ["T-piece at the inlet."],
    tools: [],
    hazards: [],
    needs: [],
    multi: false,
    per: null,
    outcomes: [
      { id: "in-range", name: "In range", kind: "healthy", needs: [] },
      { id: "high", name: "High", kind: "abnormal", needs: [] },
      { id: "low", name: "Low", kind: "abnormal", needs: [] },
    ],
    reading: pressure,
    icon: null,
    place: null,
    picture: null,
    ...row,
  };
}

/** A machine with one of everything, of which nothing more is known. */
const MACHINE = {
  features: [],
  readings: {},
  schools: {},
  checks: {},
  symptoms: [],
  card: null,
  called: null,
  carburetors: 1,
  cylinders: null,
  places: {},
  engine: { power: null, displacement: null, full_speed: null, demand: null, says: null },
  screws: [],
  passages: [],
};

/** As much of a job as a panel needs. */
export function job(trace: Record<string, unknown> = {}, rest: Record<string, unknown> = {}): Job {
  return {
    id: "j",
    title: "Press test",
    version: 3,
    entries: [],
    trace: {
      defects: [],
      findings: [],
      sisters: [],
      screws: [],
      fade: null,
      trials: [],
      plan: null,
      told: [],
      undo: null,
      cautions: { read: [], danger: [] },
      put_back: [],
      parts_off: [],
      cleared: [],
      photos: [],
      settings: [],
      loose_ends: [],
      waiting: null,
      proof: [],
      lost: [],
      repairs: [],
      faults: [],
      circuits: [],
      closing: null,
      state: { engine: "cold", carburetor: "on", changes: { engine: {}, carburetor: {} } },
      ...trace,
      machine: { ...MACHINE, ...(trace.machine as object | undefined) },
    },
    ...rest,
  } as unknown as Job;
}

export function catalogue(rows: Record<string, unknown> = {}): Catalogue {
  return {
    checks: [],
    conditions: [],
    ways: [],
    gates: [],
    faults: [],
    circuits: [],
    symptoms: [],
    hazards: [],
    synonyms: [],
    families: [],
    screws: [],
    chains: [],
    plans: [],
    cleared: { found: {}, left: {} },
    primer: { openings: [], feeds: {}, lessons: [], drills: [], telephone: [] },
    ...rows,
  } as unknown as Catalogue;
}

/** A size of the mixture curve: the main jet, or what is given. */
export const hole = (part: Partial<HoleField> = {}): HoleField => ({
  id: "main_jet",
  name: "Main jet",
  group: "main",
  fits: true,
  unit: "mm",
  units: ["m", "mm"],
  list: false,
  optional: false,
  default: 1.4,
  min: 0,
  max: 5,
  step: 0.01,
  ...part,
});

/** An earlier visit of a machine. */
export const visit = (row: Partial<Visit> = {}): Visit => ({
  id: "job-0",
  begun: "2026-05-03T08:00:00Z",
  title: "Pours fuel from its vent",
  outcome: { as: "proven", says: "Repaired, and shown to be right." },
  complaint: ["Fuel runs from the vent"],
  found: ["Soft inlet seat swollen"],
  done: ["Soft inlet seat swollen: inlet valve or its seal"],
  left: [{ name: "Float height", value: 14, unit: "mm", wanted: null }],
  settings: [{ name: "Float setting", found: "17 mm", left: "Height now 14 mm", settled: true, curve: null }],
  renewed: ["Soft inlet seat swollen: inlet valve or its seal"],
  doubts: [],
  open: [{ name: "In-line filter choked", reason: "he brings his own" }],
  due: null,
  due_on: null,
  minutes: 40,
  made: { features: ["Float bowl"], card: null },
  photos: 2,
  ...row,
});
