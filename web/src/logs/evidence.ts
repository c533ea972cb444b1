import { entry } from "../api/client";
import type { LogEvent } from "../api/types";

/** A finding of a log as an entry of a job. */
export function evidenceEntry(event: LogEvent) {
  const { symptom, when, check, outcomes } = event.evidence;
  const text = `From a data log. ${event.says}`;
  if (symptom) return entry("symptom", { symptom, seen: "present", when: when ?? [], text });
  return entry("check", { check, outcomes, text });
}
