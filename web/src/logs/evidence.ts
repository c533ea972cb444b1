import { entry } from "../api/entries";
import type { LogEvent, NewEntry } from "../api/types";
import { shown } from "../words/numbers";

/** A finding of a log as an entry of a job: what occurred, and the stretch that shows it. log: its name */
export function evidenceEntry(event: LogEvent, log: string): NewEntry {
  const { evidence, from, to } = event;
  const text = `From the data log ${log}, ${shown(from, 1)} to ${shown(to, 1)} s. ${event.says}`;
  return "symptom" in evidence
    ? entry("symptom", {
        symptom: evidence.symptom,
        seen: "present",
        when: evidence.when,
        logged: { log: log.slice(0, 200), from, to },
        text,
      })
    : entry("check", { check: evidence.check, outcomes: evidence.outcomes, text });
}
