import { useQuery, useQueryClient } from "@tanstack/react-query";
import { CirclePlus } from "lucide-react";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import { queries } from "../api/queries";
import type { MachineRecord } from "../api/types";
import { useCatalogue } from "../api/use-catalogue";
import { draftLike, storeDraft } from "../jobs/intake/draft";
import { SettingPlot } from "../plot/setting-plot";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { Fold } from "../ui/fold";
import { Failed, Loading } from "../ui/state";
import { TextField } from "../ui/text-field";
import { day } from "../words/day";
import { ENDED } from "./ended";

/** One machine: what is known of it, and its visits as a line through time. */
export function Machine() {
  const { id = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.machine(id));
  const catalogue = useCatalogue();
  if (!data) return error ? <Failed error={error} again={() => void refetch()} /> : <Loading what="the machine" />;
  const family = catalogue.data?.families.find((row) => row.id === data.family)?.name ?? data.family;
  return (
    <>
      <header className="mb-3 flex flex-wrap items-end gap-3">
        <div className="mr-auto">
          <p className="text-sm text-dim">
            <Link to="/records?show=machines" className="inline-flex min-h-11 items-center underline">
              All machines
            </Link>
          </p>
          <h1 className="text-3xl leading-tight">{data.called}</h1>
          <p className="text-dim">{[family, data.serial, data.owner].filter(Boolean).join(" · ")}</p>
          {data.note && <p>{data.note}</p>}
        </div>
        <Again machine={data} />
      </header>
      <div className="grid items-start gap-3 lg:grid-cols-[3fr_4fr]">
        <div className="contents gap-3 lg:grid">
          <Known machine={data} />
          <Own key={data.id} machine={data} />
        </div>
        <div className="contents gap-3 lg:grid">
          <Curves machine={data} />
          <Timeline machine={data} />
        </div>
      </div>
    </>
  );
}

/** A new job on it, as it was made at the last one. */
function Again({ machine }: { machine: MachineRecord }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const catalogue = useCatalogue();
  const last = machine.visits[0];
  const [wrong, setWrong] = useState<string | null>(null);
  if (!last || !catalogue.data) return null;
  const begin = async () => {
    try {
      storeDraft(draftLike(await client.query(queries.job(last.id)), catalogue.data));
      void navigate("/new");
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setWrong(error.problem.detail);
    }
  };
  return (
    <div>
      <Button look="fuel" onClick={() => void begin()}>
        <CirclePlus size={20} aria-hidden /> New job on this machine
      </Button>
      {wrong && (
        <p role="alert" className="mt-1 text-sm text-rust">
          {wrong}
        </p>
      )}
    </div>
  );
}

function Known({ machine }: { machine: MachineRecord }) {
  const { made, set, renewed, doubts, due } = machine;
  return (
    <Card aria-label="What is known">
      <Rows title="In doubt" none="Nothing was left in doubt." rows={doubts} of={(row) => row.says} warn />
      {due.length > 0 && (
        <Rows title="Due again" none="" rows={due} of={(row) => (row.on ? `${day(row.on)}: ${row.says}` : row.says)} />
      )}
      <Rows
        title="As it was left"
        none="No setting was written down."
        rows={set}
        of={(row) => `${row.name}: ${row.left}`}
      />
      {made && (
        <section aria-label="As it is made" className="mt-4">
          <h2 className="text-xl">As it is made</h2>
          <p className="text-dim">{made.features.join(" · ")}</p>
          {made.card && <p>Spec card: {made.card}</p>}
        </section>
      )}
      <Rows title="Renewed" none="Nothing was renewed here." rows={renewed} of={(row) => row.name} />
    </Card>
  );
}

type Dated = { visit: string; begun: string };

function Rows<T extends Dated>(props: {
  title: string;
  none: string;
  rows: T[];
  of: (row: T) => string;
  warn?: boolean;
}) {
  return (
    <section aria-label={props.title} className="not-first:mt-4">
      <h2 className="text-xl">{props.title}</h2>
      {props.rows.length === 0 && <p className="text-dim">{props.none}</p>}
      <ul>
        {props.rows.map((row, i) => (
          <li key={i} className="border-t border-line py-1.5">
            <span className={props.warn ? "text-rust" : ""}>{props.of(row)}</span>{" "}
            <Link to={`/jobs/${row.visit}`} className="text-sm whitespace-nowrap text-dim underline">
              {day(row.begun)}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The curves of one setting beside one another, the latest first. */
function Curves({ machine }: { machine: MachineRecord }) {
  if (machine.curves.length === 0) return null;
  return (
    <Card aria-label="Curves">
      {machine.curves.map((setting) => (
        <section key={setting.name} aria-label={setting.name}>
          <h2 className="text-xl">{setting.name}, visit by visit</h2>
          <div className="grid gap-3 sm:grid-cols-2">
            {setting.curves.map(
              (row) =>
                row.curve && (
                  <figure key={row.visit}>
                    <SettingPlot curve={row.curve} name={`${setting.name}, ${day(row.begun)}`} />
                    <figcaption className="text-sm text-dim">{day(row.begun)}</figcaption>
                  </figure>
                ),
            )}
          </div>
        </section>
      ))}
    </Card>
  );
}

function Timeline({ machine }: { machine: MachineRecord }) {
  return (
    <Card aria-label="Visits">
      <h2 className="text-xl">Visits</h2>
      <ol className="mt-1 border-l-2 border-edge pl-4">
        {machine.visits.map((visit, i) => (
          <li key={visit.id} className="relative pb-2">
            <span
              aria-hidden
              className={`absolute top-4 -left-[1.45rem] size-3 rounded-full ${visit.outcome.as === "open" ? "bg-fuel" : "bg-leaf"}`}
            />
            <Fold
              open={i === 0}
              title={
                <>
                  <span className="block pt-2 font-semibold">{visit.title}</span>
                  <span className="block pb-1 text-sm text-dim">
                    {day(visit.begun)} · {ENDED[visit.outcome.as]} · {visit.minutes} min
                  </span>
                </>
              }
            >
              <Line name="Complained of" rows={visit.complaint} />
              <Line name="Found" rows={visit.found} />
              <Line name="Done" rows={visit.done} />
              <Line name="Left open" rows={visit.open.map((row) => `${row.name} (${row.reason})`)} />
              <p className="flex flex-wrap gap-x-5">
                <Link to={`/jobs/${visit.id}`} className="inline-flex min-h-11 items-center underline">
                  Open the job
                </Link>
                <Link to={`/jobs/${visit.id}/report`} className="inline-flex min-h-11 items-center underline">
                  Report{visit.photos > 0 && `, ${visit.photos === 1 ? "1 photo" : `${visit.photos} photos`}`}
                </Link>
              </p>
            </Fold>
          </li>
        ))}
      </ol>
      {machine.jobs > machine.visits.length && (
        <Link to={`/records?q=${encodeURIComponent(machine.called)}`} className="inline-flex min-h-11 items-center">
          All {machine.jobs} jobs
        </Link>
      )}
    </Card>
  );
}

function Line({ name, rows }: { name: string; rows: string[] }) {
  if (rows.length === 0) return null;
  return (
    <p className="text-[15px]">
      <span className="text-dim">{name}:</span> {rows.join("; ")}
    </p>
  );
}

/** What the shop adds: its own number for it, whose it is, a note. */
function Own({ machine }: { machine: MachineRecord }) {
  const client = useQueryClient();
  const [own, setOwn] = useState({
    serial: machine.serial ?? "",
    owner: machine.owner ?? "",
    note: machine.note ?? "",
  });
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  const keep = async () => {
    try {
      client.setQueryData(queries.machine(machine.id).queryKey, await api.keepMachine(machine.id, own));
      void client.invalidateQueries({ queryKey: ["machines"] });
      setSaid({ text: "Kept.", wrong: false });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setSaid({ text: error.problem.detail, wrong: true });
    }
  };
  const put = (part: Partial<typeof own>) => {
    setOwn({ ...own, ...part });
    setSaid(null);
  };
  return (
    <Card aria-label="The shop's own" className="max-lg:order-last">
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <TextField label="The shop's number for it" most={120} text={own.serial} onText={(serial) => put({ serial })} />
        <TextField label="Owner (may be left out)" text={own.owner} onText={(owner) => put({ owner })} />
        <TextField label="Note" most={1000} text={own.note} onText={(note) => put({ note })} />
        <div className="flex items-center gap-3">
          <Button type="submit">Keep</Button>
          {said && (
            <p role={said.wrong ? "alert" : "status"} className={said.wrong ? "text-rust" : "text-leaf"}>
              {said.text}
            </p>
          )}
        </div>
      </form>
    </Card>
  );
}
