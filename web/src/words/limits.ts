import type { Trace } from "../api/types";

type Limit = Trace["machine"]["readings"][string];

const FROM = {
  trade: "usual in the trade",
  family: "usual for this family",
  school: "the shop's school",
  card: "spec card",
  job: "this job's own",
} as const;

/** Where a limit comes from: "spec card Press downdraft, 2026-02-12". */
export function limitFrom(limit: Limit): string {
  return `${FROM[limit.from ?? "trade"]}${limit.card ? ` ${limit.card}` : ""}${limit.date ? `, ${limit.date}` : ""}`;
}
