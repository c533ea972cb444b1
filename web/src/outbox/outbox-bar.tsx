import { CloudOff } from "lucide-react";
import { Link, useLocation } from "react-router";
import { useCatalogue } from "../api/use-catalogue";
import { Button } from "../ui/button";
import { inWords } from "./in-words";
import { useOutbox } from "./use-outbox";

/** On every page: what was written for other jobs than the one at hand and has not been stored. Silent while all goes well. */
export function OutboxBar() {
  const { outbox, parcels } = useOutbox();
  const { pathname } = useLocation();
  const catalogue = useCatalogue();
  const other = parcels.filter((one) => one.problem && pathname !== `/jobs/${one.job}`);
  if (other.length === 0) return null;
  const jobs = [...new Set(other.map((one) => one.job))];
  return (
    <section aria-label="Not stored yet" className="mx-auto max-w-[1500px] px-3 pt-3 sm:px-4">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-xl border-2 border-rust bg-rust-soft px-4 py-2">
        <CloudOff size={20} aria-hidden className="text-rust" />
        <div className="min-w-52 flex-1">
          {jobs.map((job) => {
            const own = other.filter((one) => one.job === job);
            const refused = own.filter((one) => one.state === "refused").length;
            return (
              <p key={job}>
                <Link to={`/jobs/${job}`} className="inline-flex min-h-11 items-center underline">
                  {own[0] && inWords(own[0], catalogue.data)}
                  {own.length > 1 && ` and ${own.length - 1} more`}
                </Link>{" "}
                {refused > 0 ? "set aside: look at it." : "not stored yet."}
              </p>
            );
          })}
        </div>
        {other.some((one) => one.state !== "refused") && <Button onClick={() => void outbox.flush()}>Send now</Button>}
      </div>
    </section>
  );
}
