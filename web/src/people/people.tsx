import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import { queries } from "../api/queries";
import type { Person, Role } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { ChoiceField } from "../ui/choice-field";
import { Failed, Loading } from "../ui/state";
import { day } from "../words/day";
import { ROLE } from "./roles";
import { refusal, type Told } from "./told";
import { useAccount } from "./use-account";

/** The accounts of the shop, for the lead: who may what, links to join or to begin anew, and what was done with accounts. */
export function People() {
  const account = useAccount();
  const { data, error, refetch } = useQuery(queries.people());
  if (account?.mode === "open")
    return (
      <Card className="mx-auto max-w-xl">
        <h1 className="text-2xl">People</h1>
        <p className="mt-2">
          This is an open bench: it answers this machine alone, and everybody says who they are. Served to other
          machines it asks everybody for an account.
        </p>
      </Card>
    );
  if (!data) return error ? <Failed error={error} again={() => void refetch()} /> : <Loading what="the people" />;
  return (
    <>
      <h1 className="mb-3 text-3xl">People</h1>
      <div className="grid items-start gap-3 lg:grid-cols-[3fr_2fr]">
        <Card aria-label="Accounts">
          <ul>
            {data.people.map((person) => (
              <Row key={person.id} person={person} people={data.people} />
            ))}
          </ul>
        </Card>
        <div className="grid gap-3">
          <Invite people={data.people} />
          <Card aria-label="What was done">
            <h2 className="text-xl">What was done</h2>
            <ul className="mt-1 text-[15px]">
              {data.audit.slice(0, 30).map((row, i) => (
                <li key={i} className="border-t border-line py-1">
                  {row.name}: {row.says.replaceAll("_", " ")} <span className="text-dim">{day(row.at)}</span>
                </li>
              ))}
            </ul>
          </Card>
        </div>
      </div>
    </>
  );
}

function Row({ person, people }: { person: Person; people: Person[] }) {
  const client = useQueryClient();
  const [told, setTold] = useState<Told | null>(null);
  const [link, setLink] = useState<string | null>(null);
  const change = async (what: Parameters<typeof api.changePerson>[1]) => {
    setTold(
      await refusal(async () =>
        client.setQueryData(queries.people().queryKey, await api.changePerson(person.id, what)),
      ),
    );
  };
  const again = async () => {
    setTold(await refusal(async () => setLink((await api.invite({ role: person.role, account: person.id })).code)));
  };
  return (
    <li className="border-t border-line py-3 first:border-t-0">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <strong className={`text-lg ${person.closed ? "text-dim line-through" : ""}`}>
          {person.alike ? `${person.name} #${person.id}` : person.name}
        </strong>
        <span className="text-dim">
          {[
            `signs in as ${person.login}`,
            person.under && `for ${person.under}`,
            person.second && "second factor",
            person.locked && "slowed down after wrong passwords",
            person.closed && "closed",
            person.last && `last ${day(person.last)}`,
          ]
            .filter(Boolean)
            .join(" · ")}
        </span>
      </p>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <RoleChoice
          role={person.role}
          name={`Role of ${person.name}`}
          onRole={(role) => void change({ role, ...(role === "trainee" ? underOf(people, person.id) : {}) })}
        />
        <Button onClick={() => void again()} aria-label={`New password for ${person.name}`}>
          New password
        </Button>
        <Button
          onClick={() => void change({ closed: !person.closed })}
          aria-label={person.closed ? `Let ${person.name} in again` : `Shut ${person.name} out`}
        >
          {person.closed ? "Let in again" : "Shut out"}
        </Button>
      </div>
      {link && <OneLink code={link} for_={person.name} />}
      {told && (
        <p role="alert" className="mt-1 text-rust">
          {told.says}
        </p>
      )}
    </li>
  );
}

/** Somebody a trainee works for: the first lead there is. */
function underOf(people: Person[], self?: number): { under?: number } {
  const master = people.find((one) => one.role !== "trainee" && !one.closed && one.id !== self);
  return master ? { under: master.id } : {};
}

function Invite({ people }: { people: Person[] }) {
  const [role, setRole] = useState<Role>("technician");
  const [under, setUnder] = useState<string>("");
  const [link, setLink] = useState<string | null>(null);
  const [told, setTold] = useState<Told | null>(null);
  const masters = people.filter((one) => one.role !== "trainee" && !one.closed);
  const invite = async () => {
    const master = Number(under) || masters[0]?.id;
    const trainee = role === "trainee" && master ? { under: master } : {};
    setTold(await refusal(async () => setLink((await api.invite({ role, ...trainee })).code)));
  };
  return (
    <Card aria-label="Somebody new">
      <h2 className="text-xl">Somebody new</h2>
      <div className="mt-2 space-y-3">
        <RoleChoice role={role} name="Role" onRole={setRole} />
        {role === "trainee" && (
          <ChoiceField
            label="Works for"
            value={under || String(masters[0]?.id ?? "")}
            options={masters.map((one) => [String(one.id), one.name] as const)}
            onChange={setUnder}
          />
        )}
        <p className="text-dim">May: {ROLE[role].may}.</p>
        <Button look="fuel" onClick={() => void invite()}>
          Make a link
        </Button>
        {link && <OneLink code={link} for_="whoever joins" />}
        {told && (
          <p role="alert" className="text-rust">
            {told.says}
          </p>
        )}
      </div>
    </Card>
  );
}

function RoleChoice(props: { role: Role; name: string; onRole: (role: Role) => void }) {
  return (
    <ChoiceField
      label={props.name}
      value={props.role}
      options={(Object.keys(ROLE) as Role[]).map((role) => [role, ROLE[role].name] as const)}
      onChange={(role) => props.onRole(role as Role)}
    />
  );
}

/** Told once: it is to be handed over now. */
function OneLink({ code, for_ }: { code: string; for_: string }) {
  return (
    <p role="status" className="mt-2 border-l-4 border-leaf bg-leaf-soft px-3 py-2">
      For {for_}, once, within seven days:{" "}
      <strong className="block font-mono break-all">
        {globalThis.location.origin}/join/{code}
      </strong>
    </p>
  );
}
