import { entry } from "../api/entries";
import type { LogEvent, NewEntry } from "../api/types";

/** A finding of a log as an entry of a job. */
export function evidenceEntry(event: LogEvent): NewEntry {
  const { evidence } = event;
  const text = `From a data log. ${event.says}`;
  return "symptom" in evidence
    ? entry("symptom", { symptom: evidence.symptom, seen: "present", when: evidence.when, text })
    : entry("check", { check: evidence.check, outcomes: evidence.outcomes, text });
}
