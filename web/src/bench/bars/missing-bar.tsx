import { TriangleAlert } from "lucide-react";
import { useDesk } from "../desk";

/** What of this page the server could not compute. The entries are whole: they can be read, struck out and exported. */
export function MissingBar() {
  const { job } = useDesk();
  const missing = job.trace.missing ?? []; // a trace kept by a tablet before this part was there has none
  if (missing.length === 0) return null;
  return (
    <section
      aria-label="Missing parts"
      className="mb-3 flex gap-3 rounded-xl border-l-4 border-rust bg-rust-soft px-3 py-2"
    >
      <TriangleAlert size={20} aria-hidden className="mt-0.5 shrink-0 text-rust" />
      <p>
        <strong>Could not be computed: {missing.join(", ")}.</strong> All entries of this job are stored and listed
        below. Strike out the last one if it was a mistake, or{" "}
        <a href={`/api/v1/jobs/${job.id}/file.json`}>download the entries</a>. The error is in the server&rsquo;s
        journal.
      </p>
    </section>
  );
}
