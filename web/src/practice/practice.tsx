import { Link } from "react-router";
import type { PracticeRecord } from "../api/types";
import { useCatalogue } from "../api/use-catalogue";
import { useAccount } from "../people/use-account";
import { Card } from "../ui/card";
import { Failed, Loading } from "../ui/state";
import { day } from "../words/day";
import { Choose } from "./choose";
import { Exercises } from "./exercises";
import { Mastery } from "./mastery";
import { usePractice } from "./use-practice";

/** Practice on the simulated engine: what to take on, what the lead has set, and how far one is. */
export function Practice() {
  const { query, begin, set, takeBack } = usePractice();
  const catalogue = useCatalogue();
  const who = useAccount()?.who;
  const lead = !who || who.role === "lead"; // at an open bench everybody is
  if (query.isPending || catalogue.isPending) return <Loading what="the practice" />;
  if (query.isError) return <Failed error={query.error} again={() => void query.refetch()} />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  const { families } = catalogue.data;
  const practice = query.data;
  const level = (id: string) => practice.levels.find((row) => row.id === id)?.name ?? id;
  return (
    <>
      <h1 className="mb-1 text-3xl">Practice</h1>
      <p className="mb-3 max-w-[70ch] text-dim">
        A simulated machine with something wrong with it. It is worked on as any other, its checks answer by its own
        physics, and nothing of it goes into the shop&rsquo;s records or numbers.
      </p>
      <div className="grid items-start gap-3 lg:grid-cols-2">
        <div className="grid gap-3">
          <Choose families={families} levels={practice.levels} begin={begin} known={practice.done.length > 0} />
          <Exercises
            rows={practice.set}
            families={families}
            levels={practice.levels}
            lead={lead}
            begin={begin}
            set={set}
            takeBack={takeBack}
          />
          <Open rows={practice.open} level={level} />
        </div>
        <div className="grid gap-3">
          <Mastery record={practice.record} />
          <Done rows={practice.done} level={level} />
        </div>
      </div>
    </>
  );
}

function Open({ rows, level }: { rows: PracticeRecord["open"]; level: (id: string) => string }) {
  if (rows.length === 0) return null;
  return (
    <Card aria-label="Under way">
      <h2 className="text-xl">Under way</h2>
      <ul>
        {rows.map((row) => (
          <li key={row.job} className="border-t border-line first:border-0">
            <Link to={`/jobs/${row.job}`} className="flex min-h-11 flex-wrap items-center gap-x-3">
              <span className="font-medium">{row.title.replace("Practice: ", "")}</span>
              <span className="text-sm text-dim">
                {level(row.level)}, begun {day(row.begun)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </Card>
  );
}

function Done({ rows, level }: { rows: PracticeRecord["done"]; level: (id: string) => string }) {
  return (
    <Card aria-label="Done">
      <h2 className="text-xl">Done</h2>
      {rows.length === 0 && <p className="text-dim">Nothing yet: the first one is the one to learn the screens by.</p>}
      <ul>
        {rows.map((row) => (
          <li key={row.job} className="border-t border-line first:border-0">
            <Link to={`/jobs/${row.job}/debrief`} className="flex min-h-11 flex-wrap items-center gap-x-3">
              <span className="font-medium">{row.title.replace("Practice: ", "")}</span>
              <span className={row.found ? "text-leaf" : "text-rust"}>{row.found ? "found" : "not found"}</span>
              <span className="text-sm text-dim tabular-nums">
                {level(row.level)}, {row.minutes} min, the planner {row.planned} min, {day(row.ended)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </Card>
  );
}
