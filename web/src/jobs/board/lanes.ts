import type { JobSummary } from "../../api/types";

/** Lanes of the board, in the order of a day's work: what a job waits for. */
export const LANES = [
  { id: "aside", title: "Put aside", hint: "soaking, cooling, waiting for parts" },
  { id: "cold", title: "While it is cold", hint: "before the first start of the day" },
  { id: "still", title: "Standing still", hint: "outside checks, nothing opened" },
  { id: "warm", title: "Running warm", hint: "and just stopped" },
  { id: "bench", title: "On the bench", hint: "cover off or carburetor out" },
  { id: "mend", title: "To mend and prove", hint: "the cause is found" },
  { id: "closed", title: "Closed", hint: "" },
] as const;
export type LaneId = (typeof LANES)[number]["id"];

const OF: Record<JobSummary["waits_for"], LaneId> = {
  describe: "cold",
  settle: "still",
  gate: "still",
  ask: "still",
  recreate: "warm",
  trial: "bench",
  task: "bench",
  cold: "cold",
  stopped: "still",
  running: "warm",
  "just-stopped": "warm",
  opened: "bench",
  repair: "mend",
  prove: "mend",
  close: "mend",
  refer: "mend",
  closed: "closed",
};

/** What the jobs of a lane wait for, in the server's words. */
export function waitsOf(lane: LaneId): string[] {
  if (lane === "aside") return ["aside"];
  return Object.entries(OF).flatMap(([waits, of]) => (of === lane ? [waits] : []));
}

/** Where a job lies. One put aside whose time is up lies where its next step is. Pure: now in ms. */
export function laneOf(job: JobSummary, now: number): LaneId {
  const { waiting } = job;
  if (job.closed_as === null && waiting && (!waiting.until || Date.parse(waiting.until) > now)) return "aside";
  return OF[job.waits_for];
}

/** Jobs as the shop has laid them: those laid first, the others after them as they come. */
export function laid(jobs: JobSummary[], order: string[]): JobSummary[] {
  const place = new Map(order.map((id, i) => [id, i]));
  return [...jobs].sort((a, b) => (place.get(a.id) ?? Infinity) - (place.get(b.id) ?? Infinity) || 0);
}

/** The order after one job was put before another (null: to the end of those shown). */
export function moved(shown: JobSummary[], id: string, before: string | null): string[] {
  const rest = shown.map((job) => job.id).filter((one) => one !== id);
  const at = before === null ? rest.length : rest.indexOf(before);
  return [...rest.slice(0, at < 0 ? rest.length : at), id, ...rest.slice(at < 0 ? rest.length : at)];
}

/** Before which one a job stands that was let go on another: that one when it came from behind, the one after it when from before. */
export function landing(ids: string[], id: string, over: string): string | null {
  const at = ids.indexOf(over);
  return ids.indexOf(id) > at ? over : (ids[at + 1] ?? null);
}

/** Whether every word typed stands somewhere on the card. */
export function matches(job: JobSummary, text: string): boolean {
  const card = [
    job.title,
    job.machine,
    job.next,
    job.closed_as,
    ...(job.found ?? []),
    job.waiting?.text,
    ...job.leading.map((one) => one.name),
  ]
    .join(" ")
    .toLowerCase();
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => card.includes(word));
}
