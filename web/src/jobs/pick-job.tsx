import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { queries } from "../api/queries";
import type { JobSummary, NewEntry } from "../api/types";
import { useOutbox } from "../outbox/use-outbox";
import { Button } from "../ui/button";
import { Dialog } from "../ui/dialog";

/** Chooses an open job and adds an entry to it; says what came of it. */
export function PickJob(props: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  description: string;
  ways: { name: string; entry: () => NewEntry }[];
}) {
  const jobs = useQuery(queries.jobs({}));
  const { outbox } = useOutbox();
  const [done, setDone] = useState<{ id: string; title: string; stored: boolean } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const open = jobs.data?.jobs ?? [];
  const send = async (job: JobSummary, made: NewEntry) => {
    setBusy(true);
    setProblem(null);
    await outbox.add(job.id, [made]);
    setBusy(false);
    const left = outbox.parcels.find((one) => one.id === made.id);
    if (left?.state !== "refused") {
      setDone({ id: job.id, title: job.title, stored: !left });
      return;
    }
    outbox.drop([made.id]);
    setProblem(left.problem?.detail ?? "It was refused.");
  };
  return (
    <Dialog
      open={props.open}
      onOpenChange={(next) => {
        if (!next) setDone(null);
        props.onOpenChange(next);
      }}
      title={props.title}
      description={props.description}
    >
      {done ? (
        <p role="status">
          {done.stored ? "It stands in " : "It is kept here until the server answers, for "}
          <Link to={`/jobs/${done.id}`}>{done.title}</Link>
          {done.stored ? " now." : "."}
        </p>
      ) : (
        <ul className="space-y-2">
          {open.map((job) => (
            <li key={job.id} className="rounded-xl border border-line p-3">
              <p className="leading-tight">{job.title}</p>
              <p className="text-sm text-dim">{job.machine}</p>
              <div className="mt-2 flex flex-wrap gap-2">
                {props.ways.map((way) => (
                  <Button key={way.name} disabled={busy} onClick={() => void send(job, way.entry())}>
                    {way.name}
                  </Button>
                ))}
              </div>
            </li>
          ))}
          {open.length === 0 && !jobs.isPending && <li className="text-dim">No open job: start one first.</li>}
        </ul>
      )}
      {problem && (
        <p role="alert" className="mt-3 text-rust">
          {problem}
        </p>
      )}
    </Dialog>
  );
}
