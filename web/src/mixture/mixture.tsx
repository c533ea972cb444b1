import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { queries } from "../api/queries";
import type { MixtureSheets } from "../api/types";
import { record } from "../kept/store";
import { ChoiceField } from "../ui/choice-field";
import { Failed, Loading } from "../ui/state";
import { SheetOfHoles } from "./sheet-of-holes";
import type { Given } from "./sizes";

const last = record("mixture", { family: "car-one" });

/** The mixture curve: of a family's usual carburetor, of a spec card, or of the one of a job. */
export function Mixture() {
  const sheets = useQuery(queries.mixtureSheets());
  const [asked, ask] = useSearchParams();
  const job = asked.get("job");
  const sizes = useQuery({ ...queries.jobSizes(job ?? ""), enabled: job !== null });
  const cards = useQuery(queries.cards());
  if (sheets.isPending || (job && sizes.isPending)) return <Loading what="the holes" />;
  if (sheets.isError) return <Failed error={sheets.error} again={() => void sheets.refetch()} />;
  if (job && sizes.isError) return <Failed error={sizes.error} again={() => void sizes.refetch()} />;
  const { families } = sheets.data;
  const wanted = sizes.data?.family ?? asked.get("family") ?? last.read().family;
  const family = families.find((one) => one.id === wanted) ?? families[0];
  if (!family) return null;
  const fitting = (cards.data?.cards ?? []).filter(
    (card) => card.family === family.id && Object.keys(card.sizes).length > 0,
  );
  const card = job ? undefined : fitting.find((one) => one.id === asked.get("card"));
  const given: Record<string, Given> = job
    ? Object.fromEntries((sizes.data?.sizes ?? []).map(({ field, ...size }) => [field, size]))
    : Object.fromEntries(
        Object.entries(card?.sizes ?? {}).map(([field, size]) => [
          field,
          { ...size, says: `Card ${card?.name ?? ""}` },
        ]),
      );
  const choose = (next: Record<string, string>) => {
    if (next.family) last.write({ family: next.family });
    ask(next, { replace: true });
  };
  return (
    <>
      <h1 className="mb-1 text-3xl">Mixture curve</h1>
      <p className="mb-3 max-w-[70ch] text-dim">
        What this carburetor's own holes give, from idle to full. Draw a size along and see the curve move.
      </p>
      <div className="mb-3 flex flex-wrap items-end gap-3">
        {job ? (
          <p>
            As measured in <Link to={`/jobs/${job}`}>{sizes.data?.called}</Link>. {known(family, given)}
          </p>
        ) : (
          <>
            <ChoiceField
              label="Carburetor"
              value={family.id}
              onChange={(id) => choose({ family: id })}
              options={families.map((one) => [one.id, one.name])}
            />
            <ChoiceField
              label="Sizes from"
              value={card?.id ?? ""}
              onChange={(id) => choose({ family: family.id, ...(id && { card: id }) })}
              options={[["", "Usual ones, invented"], ...fitting.map((one) => [one.id, `Card: ${one.name}`] as const)]}
            />
          </>
        )}
      </div>
      <SheetOfHoles
        key={`${job ?? card?.id ?? ""}.${family.id}`}
        family={family}
        groups={sheets.data.groups}
        given={given}
        name={job ? `job.${job}` : card ? `card.${card.id}` : family.id}
        called={sizes.data?.called ?? card?.name ?? family.name.toLowerCase()}
      />
      <Assumed figures={sheets.data.figures} />
    </>
  );
}

/** Which of the sizes are known, and what the others are, in words. */
function known(family: MixtureSheets["families"][number], given: Record<string, Given>): string {
  const names = family.fields.filter((field) => given[field.id]).map((field) => field.name.toLowerCase());
  const usual = `usual sizes of this kind (${family.name.toLowerCase()})`;
  return names.length > 0 ? `Known: ${names.join(", ")}. The rest: ${usual}.` : `Nothing of it is known yet: ${usual}.`;
}

/** What the reckoning takes for granted. */
function Assumed({ figures }: { figures: MixtureSheets["figures"] }) {
  return (
    <footer className="mt-4 max-w-[80ch] text-sm text-dim">
      <p>
        Steady running, warm. The speed rises from idle over the first third of the throttle and is then held, as by a
        brake. Emulsion is taken as one even fluid, and the lift to the nozzle counts whole. Coefficients carry about 5
        %: what a change does is surer than where the curve lies, and the maker's data go before it.
      </p>
      <ul className="mt-1 list-disc pl-5">
        {figures.map((figure) => (
          <li key={figure.id}>
            {figure.value}: {figure.when} ({figure.source})
          </li>
        ))}
      </ul>
      <p className="mt-1">
        Sources: throttle plate, carburetor and engine air by Heywood, Internal Combustion Engine Fundamentals, ch. 6
        and 7; isentropic flow, NACA Report 1135; jets by Lichtarowicz and others, 1965; air by the US Standard
        Atmosphere 1976.
      </p>
    </footer>
  );
}
