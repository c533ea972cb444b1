import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Catalogue } from "../api/types";
import { useCatalogue } from "../api/use-catalogue";
import { Failed, Loading } from "../ui/state";
import { finder } from "../words/finder";
import { History } from "../knowledge/history";
import { CheckPage, CircuitPage, FaultPage, HazardPage, MachinePage, MistakePage, SymptomPage } from "./pages";
import { Primer } from "./primer";
import { Schools } from "./schools";

const SHELVES = [
  "circuits",
  "faults",
  "symptoms",
  "checks",
  "machines",
  "cautions",
  "mistakes",
  "schools",
  "changes",
  "primer",
] as const;
type Shelf = (typeof SHELVES)[number];
const TITLE: Record<Shelf, string> = {
  circuits: "Circuits and parts",
  faults: "Faults",
  symptoms: "Complaints",
  checks: "Checks",
  machines: "Machines",
  cautions: "Cautions",
  mistakes: "Mistakes",
  schools: "Schools",
  changes: "Changed here",
  primer: "How it works",
};

type Item = { shelf: Shelf; id: string; name: string; note: string; group: string; text: string };

/** The trade to look things up in: one search over everything, by any of its names. */
export function Handbook() {
  const catalogue = useCatalogue();
  if (catalogue.isPending) return <Loading what="the handbook" />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  return <Open catalogue={catalogue.data} />;
}

function Open({ catalogue }: { catalogue: Catalogue }) {
  const [place, setPlace] = useSearchParams();
  const shelf = SHELVES.find((one) => one === place.get("on")) ?? "circuits";
  const id = place.get("id");
  const [text, setText] = useState("");
  const items = useMemo(() => itemsOf(catalogue), [catalogue]);
  const find = useMemo(() => finder(items, catalogue.synonyms, (item) => item.text), [items, catalogue.synonyms]);
  const found = text.trim() ? find(text) : items.filter((item) => item.shelf === shelf);
  return (
    <>
      <div className="mb-3 flex flex-wrap items-end gap-x-6 gap-y-2">
        <h1 className="text-3xl">Handbook</h1>
        <label className="flex min-w-64 flex-1 flex-col">
          <span className="text-sm text-dim">Search by any name: butterfly, squirter, tickover ...</span>
          <input
            type="search"
            value={text}
            onChange={(event) => setText(event.target.value)}
            className="min-h-12 w-full max-w-xl rounded-xl border-2 border-edge bg-raised px-3"
          />
        </label>
      </div>
      <nav aria-label="Shelves" className="mb-3 flex flex-wrap gap-1.5">
        {SHELVES.map((one) => (
          <Link
            key={one}
            to={`?on=${one}`}
            onClick={() => setText("")}
            aria-current={one === shelf && !text ? "page" : undefined}
            className="inline-flex min-h-11 items-center rounded-xl border-2 border-line bg-raised px-3 no-underline aria-[current=page]:border-fuel aria-[current=page]:bg-fuel-soft"
          >
            {TITLE[one]}
          </Link>
        ))}
      </nav>
      {shelf === "schools" && !text ? (
        <Schools catalogue={catalogue} />
      ) : shelf === "changes" && !text ? (
        <History />
      ) : shelf === "primer" && !text ? (
        <Primer catalogue={catalogue} />
      ) : (
        <div className="grid gap-3 md:grid-cols-[minmax(260px,2fr)_3fr]">
          <ul
            aria-label="Found"
            className="max-h-[70dvh] overflow-y-auto rounded-card border border-line bg-sheet p-2 max-md:max-h-72"
          >
            {found.map((item, i) => (
              <li key={`${item.shelf} ${item.id}`}>
                {!text && item.group && item.group !== found[i - 1]?.group && (
                  <h2 className="px-2 pt-3 pb-1 font-sans text-sm font-normal text-dim">{item.group}</h2>
                )}
                <button
                  ref={item.id === id && item.shelf === shelf ? intoView : undefined}
                  type="button"
                  aria-current={item.id === id && item.shelf === shelf ? "true" : undefined}
                  onClick={() => setPlace({ on: item.shelf, id: item.id })}
                  className="min-h-11 w-full rounded-lg px-2 py-1.5 text-left leading-tight hover:bg-raised aria-[current=true]:bg-fuel-soft"
                >
                  {item.name}
                  <span className="block text-sm text-dim">{text ? TITLE[item.shelf] : item.note}</span>
                </button>
              </li>
            ))}
            {found.length === 0 && <li className="p-3 text-dim">Nothing by that name.</li>}
          </ul>
          <article className="min-h-64 rounded-card border border-line bg-sheet p-5" aria-live="polite">
            <Page shelf={shelf} id={id} catalogue={catalogue} />
          </article>
        </div>
      )}
    </>
  );
}

/** A page opened by a link is shown in the list as well. */
function intoView(button: HTMLButtonElement | null) {
  button?.scrollIntoView({ block: "nearest" });
}

function Page({ shelf, id, catalogue }: { shelf: Shelf; id: string | null; catalogue: Catalogue }) {
  const by = <T extends { id: string }>(rows: T[]) => rows.find((row) => row.id === id);
  const circuit = shelf === "circuits" && by(catalogue.circuits);
  const fault = shelf === "faults" && by(catalogue.faults);
  const symptom = shelf === "symptoms" && by(catalogue.symptoms);
  const check = shelf === "checks" && by(catalogue.checks);
  const machine = shelf === "machines" && by(catalogue.families);
  const hazard = shelf === "cautions" && by(catalogue.hazards);
  const mistake = shelf === "mistakes" && by(catalogue.mistakes);
  if (mistake) return <MistakePage mistake={mistake} catalogue={catalogue} />;
  if (circuit) return <CircuitPage circuit={circuit} catalogue={catalogue} />;
  if (fault) return <FaultPage fault={fault} catalogue={catalogue} />;
  if (symptom) return <SymptomPage symptom={symptom} catalogue={catalogue} />;
  if (check) return <CheckPage check={check} catalogue={catalogue} />;
  if (machine) return <MachinePage machine={machine} catalogue={catalogue} />;
  if (hazard) return <HazardPage hazard={hazard} catalogue={catalogue} />;
  return <p className="text-dim">Choose a page on the left, or search.</p>;
}

const STAGE: Record<string, string> = {
  A: "Before the carburetor is blamed",
  B: "Outside, carburetor on",
  C: "Running, warm",
  D: "Warm, just stopped",
  E: "Open and bench",
};

/** Everything that has a page, grouped as it is looked for: faults by circuit, checks by stage. */
function itemsOf(catalogue: Catalogue): Item[] {
  const item = (
    shelf: Shelf,
    group: string,
    row: { id: string; name: string },
    note: string,
    more: string[] = [],
  ): Item => ({
    shelf,
    group,
    id: row.id,
    name: row.name,
    note,
    text: [row.id, row.name, note, ...more].join(" "),
  });
  const faults = catalogue.circuits.flatMap((circuit) =>
    catalogue.faults
      .filter((fault) => fault.circuit === circuit.id)
      .map((fault) => item("faults", circuit.name, fault, fault.part_name, [fault.why, circuit.id])),
  );
  return [
    ...catalogue.circuits.map((row) => item("circuits", "", row, row.works_at, [row.path, row.does])),
    ...faults,
    ...catalogue.symptoms.map((row) => item("symptoms", "", row, row.note, row.synonyms)),
    ...catalogue.checks.map((row) => item("checks", STAGE[row.stage] ?? "", row, `${row.minutes} min`, row.steps)),
    ...catalogue.families.map((row) => item("machines", "", row, row.is)),
    ...catalogue.mistakes.map((row) => item("mistakes", "", row, row.instead)),
    ...catalogue.hazards.map((row) => item("cautions", "", row, row.caution)),
  ];
}
