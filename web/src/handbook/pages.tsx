import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Catalogue, Check, Symptom } from "../api/types";
import { ChangeRecord } from "../knowledge/change-record";
import { OnSection } from "./on-section";

type Shared = { catalogue: Catalogue };

export function CircuitPage({ circuit, catalogue }: Shared & { circuit: Catalogue["circuits"][number] }) {
  const faults = catalogue.faults.filter((fault) => fault.circuit === circuit.id);
  const parts = [...new Set(faults.map((fault) => fault.part_name))];
  return (
    <>
      <Head kind="Circuit" name={circuit.name} />
      <p className="mt-2">{circuit.does}</p>
      <Facts
        rows={[
          ["Works at", circuit.works_at],
          ["Path", circuit.path],
          ["Too little", circuit.too_little],
          ["Too much", circuit.too_much],
        ]}
      />
      <Section title="Parts and what fails">
        {parts.map((part) => (
          <div key={part} className="mt-2">
            <h3 className="text-base">{part}</h3>
            <Links on="faults" rows={faults.filter((fault) => fault.part_name === part)} />
          </div>
        ))}
      </Section>
    </>
  );
}

export function FaultPage({ fault, catalogue }: Shared & { fault: Catalogue["faults"][number] }) {
  const checks = catalogue.checks.filter((check) => fault.proof.some((row) => row.check === check.id));
  return (
    <>
      <Head kind={`Fault · ${fault.part_name}`} name={fault.name} />
      <p className="mt-2">{fault.why}</p>
      <Facts rows={[["Mend", fault.repair]]} />
      <Section title="Shows as">
        <Links on="symptoms" rows={catalogue.symptoms.filter((row) => fault.symptoms.includes(row.id))} />
      </Section>
      <Section title="Proved by">
        <ul>
          {checks.map((check) => (
            <li key={check.id}>
              <PageLink on="checks" id={check.id}>
                {check.name}
              </PageLink>
              <span className="text-dim">
                {": "}
                {fault.proof
                  .filter((row) => row.check === check.id)
                  .map((row) => check.outcomes.find((one) => one.id === row.word)?.name.toLowerCase())
                  .join(" or ")}
              </span>
            </li>
          ))}
        </ul>
      </Section>
      <OnSection catalogue={catalogue} part={fault.part_name} />
      {fault.from_memory && <p className="mt-4 text-sm text-dim">From memory: to be confirmed by the trade.</p>}
      <ChangeRecord record={`/faults/${fault.id}`} name={fault.name} />
    </>
  );
}

export function SymptomPage({ symptom, catalogue }: Shared & { symptom: Symptom }) {
  const causes = catalogue.faults.filter((fault) => fault.symptoms.includes(symptom.id));
  const circuits = catalogue.circuits.filter((circuit) => causes.some((fault) => fault.circuit === circuit.id));
  return (
    <>
      <Head kind="Complaint" name={symptom.name} />
      <p className="mt-2">{symptom.note}</p>
      {symptom.synonyms.length > 0 && <Facts rows={[["Also called", symptom.synonyms.join(", ")]]} />}
      <Section title={`Causes (${causes.length})`}>
        {circuits.map((circuit) => (
          <div key={circuit.id} className="mt-2">
            <h3 className="text-base">{circuit.name}</h3>
            <Links on="faults" rows={causes.filter((fault) => fault.circuit === circuit.id)} />
          </div>
        ))}
      </Section>
      <ChangeRecord record={`/symptoms/symptoms/${symptom.id}`} name={symptom.name} />
    </>
  );
}

export function CheckPage({ check, catalogue }: Shared & { check: Check }) {
  return (
    <>
      <Head kind={`Check · ${check.minutes} min`} name={check.name} />
      <ol className="mt-3 list-decimal space-y-1 pl-6 marker:text-fuel">
        {check.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {check.tools.length > 0 && <Facts rows={[["Tools", check.tools.join(", ")]]} />}
      <Section title="What it tells">
        <ul className="space-y-2">
          {check.outcomes.map((outcome) => (
            <li key={outcome.id}>
              <strong>{outcome.name}</strong>
              {outcome.kind === "healthy" && <span className="text-leaf"> sound</span>}
              {outcome.kind === "neutral" && <span className="text-dim"> says nothing</span>}
              <Links
                on="faults"
                rows={catalogue.faults.filter((fault) =>
                  fault.proof.some((row) => row.check === check.id && row.word === outcome.id),
                )}
              />
            </li>
          ))}
        </ul>
      </Section>
      <OnSection catalogue={catalogue} check={check} />
      <Section title="Cautions">
        <Links on="cautions" rows={catalogue.hazards.filter((hazard) => check.hazards.includes(hazard.id))} />
      </Section>
      <ChangeRecord record={`/checks/${check.id}`} name={check.name} />
    </>
  );
}

const WAYS: [string, string][] = [
  ["warm", "Cold to running warm"],
  ["open", "Cover or bowl open on the engine"],
  ["bench", "Carburetor off the engine"],
  ["apart", "From the bench to apart"],
];

export function MachinePage({ machine, catalogue }: Shared & { machine: Catalogue["families"][number] }) {
  const fitted = catalogue.features.filter((feature) => machine.features.includes(feature.id));
  const minutes = (way: string) => {
    const taken = machine.minutes?.[way];
    return taken === null || taken === undefined ? "not done here" : `${taken} min`;
  };
  return (
    <>
      <Head kind="Machine" name={machine.name} />
      <p className="mt-2">{machine.is}</p>
      <Section title="As it usually comes">
        <p>{fitted.map((feature) => feature.name).join(", ")}.</p>
      </Section>
      <Section title="Minutes to get there">
        <Facts rows={WAYS.map(([way, name]) => [name, minutes(way)])} />
      </Section>
      <ChangeRecord record={`/families/families/${machine.id}`} name={machine.name} />
    </>
  );
}

export function HazardPage({ hazard, catalogue }: Shared & { hazard: Catalogue["hazards"][number] }) {
  return (
    <>
      <Head kind="Caution" name={hazard.name} />
      <p className="mt-2 text-lg">{hazard.caution}</p>
      <Section title="Stands at">
        <Links on="checks" rows={catalogue.checks.filter((check) => check.hazards.includes(hazard.id))} />
      </Section>
    </>
  );
}

export function MistakePage({ mistake, catalogue }: Shared & { mistake: Catalogue["mistakes"][number] }) {
  return (
    <>
      <Head kind="Mistake" name={mistake.name} />
      <p className="mt-2 text-lg">{mistake.instead}</p>
      {mistake.checks.length > 0 && (
        <Section title="Minded at">
          <Links on="checks" rows={catalogue.checks.filter((check) => mistake.checks.includes(check.id))} />
        </Section>
      )}
    </>
  );
}

function Head({ kind, name }: { kind: string; name: string }) {
  return (
    <header>
      <p className="text-sm font-semibold text-fuel">{kind}</p>
      <h2 className="text-[1.7rem] leading-tight">{name}</h2>
    </header>
  );
}

function Facts({ rows }: { rows: [string, string][] }) {
  return (
    <dl className="mt-3 grid grid-cols-[7rem_1fr] gap-x-3 gap-y-1">
      {rows.map(([name, text]) => (
        <div key={name} className="contents">
          <dt className="text-dim">{name}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  );
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-4">
      <h2 className="border-b border-line pb-1 text-lg">{title}</h2>
      {children}
    </section>
  );
}

function Links({ on, rows }: { on: string; rows: { id: string; name: string }[] }) {
  return (
    <ul className={rows.length > 6 ? "gap-6 sm:columns-2" : ""}>
      {rows.map((row) => (
        <li key={row.id}>
          <PageLink on={on} id={row.id}>
            {row.name}
          </PageLink>
        </li>
      ))}
    </ul>
  );
}

function PageLink({ on, id, children }: { on: string; id: string; children: ReactNode }) {
  return (
    <Link
      to={`/handbook?on=${on}&id=${id}`}
      className="inline-flex min-h-11 items-center underline decoration-fuel underline-offset-4"
    >
      {children}
    </Link>
  );
}
