import { Hourglass } from "lucide-react";
import type { Catalogue } from "../../api/types";
import { entryWords } from "../../words/entries";
import type { Outbox } from "../../outbox/outbox";
import type { Parcel } from "../../outbox/types";
import { Card } from "../../ui/card";
import { ProblemBar } from "./problem-bar";

/** A job written here that the server has not got yet: what is kept, and what stands in the way. Tracing begins when it is stored. */
export function UnsentJob(props: { parcels: Parcel[]; outbox: Outbox; catalogue: Catalogue | undefined }) {
  const made = props.parcels.find((one) => one.content.kind === "job")?.content;
  if (made?.kind !== "job") return null;
  const entries = made.job.entries.filter((one) => one.kind !== "machine");
  return (
    <>
      <h1 className="mb-3 text-xl">{made.job.title}</h1>
      <ProblemBar {...props} />
      <Card aria-label="Kept here">
        <p className="flex items-center gap-2">
          <Hourglass size={20} aria-hidden className="shrink-0 text-fuel" />
          This job is kept in this browser and goes to the server as soon as it answers. Then the tracing begins.
        </p>
        <ul className="mt-3 space-y-1">
          {entries.map((one) => (
            <li key={one.id}>{entryWords(one, props.catalogue)}</li>
          ))}
        </ul>
      </Card>
    </>
  );
}
