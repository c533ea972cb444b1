import { useState } from "react";
import { Link } from "react-router";
import { api } from "../api/client";
import type { Account } from "../api/types";
import { Button } from "../ui/button";
import { clock } from "../ui/clock";
import { day } from "../words/day";
import { refusal, type Told } from "./told";

const OLD = 3 * 86_400_000;

/** What a lead answers for: when the last backup was, and that nobody changed what was entered. */
export function SafeKeeping({ backup }: { backup: Account["backup"] }) {
  const [broken, setBroken] = useState<{ job_id: string; sequence: number }[] | null>(null);
  const [told, setTold] = useState<Told | null>(null);
  const old = backup !== null && clock.now() - Date.parse(backup.at) > OLD;
  const look = async () => setTold(await refusal(async () => setBroken((await api.record()).broken)));
  return (
    <section aria-label="Safe keeping" className="mt-5 border-t border-line pt-3">
      <p className={!backup || old ? "text-rust" : "text-dim"}>
        {backup
          ? `Last backup: ${day(backup.at)}, ${backup.jobs} jobs.${old ? " It is older than three days: see to it." : ""}`
          : "No backup yet: bin/backup takes one, and one is taken every day while this runs."}
      </p>
      <Button className="mt-2" onClick={() => void look()}>
        Look at the record
      </Button>
      {broken?.length === 0 && <p role="status">The record is whole: nothing was changed, left out or exchanged.</p>}
      {broken && broken.length > 0 && (
        <ul role="alert" className="mt-2 border-l-4 border-rust bg-rust-soft px-3 py-2">
          {broken.map((row) => (
            <li key={row.job_id}>
              <Link to={`/jobs/${row.job_id}`} className="inline-flex min-h-11 items-center underline">
                A job was changed by other means, from entry {row.sequence} on
              </Link>
            </li>
          ))}
        </ul>
      )}
      {told && (
        <p role="alert" className="text-rust">
          {told.says}
        </p>
      )}
    </section>
  );
}
