import type { Catalogue } from "../api/types";
import { OnSection } from "./on-section";

const WORD = ["rests", "a little", "shares", "leads"] as const;

/** For the trainee: which circuit feeds at which throttle, the pictures behind it, cold starts, what to ask on the telephone. */
export function Primer({ catalogue }: { catalogue: Catalogue }) {
  const { primer } = catalogue;
  const names = new Map(catalogue.circuits.map((row) => [row.id, row.name]));
  return (
    <div className="grid gap-3 lg:grid-cols-2">
      <section className="rounded-card border border-line bg-sheet p-5 lg:col-span-2">
        <h2 className="text-xl">Which circuit feeds when</h2>
        <div className="mt-2 overflow-x-auto">
          <table className="w-full min-w-120 border-separate border-spacing-1 text-left">
            <thead>
              <tr>
                <td />
                {primer.openings.map((row) => (
                  <th key={row.id} scope="col" className="p-1 align-bottom font-normal">
                    <span className="font-display font-semibold">{row.name}</span>
                    <span className="block text-sm text-dim">{row.note}</span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {Object.entries(primer.feeds).map(([circuit, at]) => (
                <tr key={circuit}>
                  <th scope="row" className="pr-3 font-medium">
                    {names.get(circuit)}
                  </th>
                  {primer.openings.map((row) => (
                    <Share key={row.id} level={at[row.id] ?? 0} />
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
      <section className="rounded-card border border-line bg-sheet px-5 pb-2 lg:col-span-2">
        <OnSection catalogue={catalogue} />
      </section>
      <section className="rounded-card border border-line bg-sheet p-5 lg:col-span-2">
        <h2 className="text-xl">Paths: one observation halves each</h2>
        <div className="mt-2 grid gap-x-6 lg:grid-cols-3">
          {catalogue.chains.map((path) => (
            <section key={path.id} className="border-t border-line py-2">
              <h3 className="text-base">{path.name}</h3>
              <p className="text-sm text-dim">{path.says}</p>
              <ol className="mt-1 list-decimal pl-6 marker:text-fuel">
                {path.links.map((link) => (
                  <li key={link.id}>{link.name}</li>
                ))}
              </ol>
            </section>
          ))}
        </div>
      </section>
      <Rows title="Which way is richer" rows={catalogue.screws} />
      <Rows title="Plans without a complaint" rows={catalogue.plans} />
      <Rows title="Pictures to keep in mind" rows={primer.lessons} />
      <div className="grid content-start gap-3">
        <Rows title="Cold start by type" rows={primer.drills} />
        <section className="rounded-card border border-line bg-sheet p-5">
          <h2 className="text-xl">On the telephone</h2>
          <ol className="mt-2 list-decimal space-y-1.5 pl-6 marker:text-fuel">
            {primer.telephone.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ol>
        </section>
      </div>
    </div>
  );
}

/** A bar as long as the share, and the word: never by color alone. */
function Share({ level }: { level: number }) {
  return (
    <td className="rounded-md bg-raised p-2 align-middle text-sm">
      <span className="flex items-center gap-2">
        <span aria-hidden className="h-2.5 rounded-full bg-fuel" style={{ width: `${level * 1.4}rem` }} />
        <span className={level === 0 ? "text-dim" : ""}>{WORD[level]}</span>
      </span>
    </td>
  );
}

function Rows({ title, rows }: { title: string; rows: { name: string; says: string }[] }) {
  return (
    <section className="rounded-card border border-line bg-sheet p-5">
      <h2 className="text-xl">{title}</h2>
      <dl className="mt-2">
        {rows.map((row) => (
          <div key={row.name} className="border-t border-line py-2">
            <dt className="font-display font-semibold">{row.name}</dt>
            <dd>{row.says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
