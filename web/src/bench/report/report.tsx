import { useQuery } from "@tanstack/react-query";
import { Check, FileDown, Printer, X } from "lucide-react";
import type { ReactNode } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { queries } from "../../api/queries";
import type { Report, SettingCurve } from "../../api/types";
import { SettingPlot } from "../../plot/setting-plot";
import { Picture } from "../../photos/photos";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { Segmented } from "../../ui/segmented";
import { Failed, Loading } from "../../ui/state";
import { day } from "../../words/day";
import { shown } from "../../words/numbers";
import { percent } from "../../words/percent";

const OUTCOME: Record<Report["outcome"]["as"], string> = {
  proven: "border-leaf bg-leaf-soft",
  sound: "border-leaf bg-leaf-soft",
  referred: "border-fuel bg-fuel-soft",
  unproven: "border-rust bg-rust-soft",
  open: "border-edge bg-raised",
};
const FOR = [
  { id: "customer", name: "Customer" },
  { id: "shop", name: "Shop" },
];

/** What is told of a job when it leaves the bench: on the screen as on paper. */
export function ReportPage() {
  const { id = "" } = useParams();
  const [place, setPlace] = useSearchParams();
  const audience = place.get("for") === "shop" ? "shop" : "customer";
  const { data, error, refetch } = useQuery(queries.report(id, audience));
  if (!data) return error ? <Failed error={error} again={() => void refetch()} /> : <Loading what="the report" />;
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-2 print:hidden">
        <Link to={`/jobs/${id}`} className="mr-auto inline-flex min-h-11 items-center underline">
          Back to the job
        </Link>
        <Segmented
          label="Whom it is for"
          value={audience}
          options={FOR}
          onChange={(word) => setPlace({ for: word }, { replace: true })}
        />
        <a
          href={`/api/v1/jobs/${id}/report.pdf?for=${audience}`}
          download
          className="inline-flex min-h-11 items-center gap-2 rounded-xl border-2 border-edge bg-raised px-4 font-medium no-underline hover:border-fuel"
        >
          <FileDown size={18} aria-hidden /> PDF
        </a>
        <a href={`/api/v1/jobs/${id}/file.zip`} download className="inline-flex min-h-11 items-center px-2 underline">
          Job with photos
        </a>
        <a href={`/api/v1/jobs/${id}/file.json`} download className="inline-flex min-h-11 items-center px-2 underline">
          Job as JSON
        </a>
        <a
          href={`/api/v1/jobs/${id}/readings.csv`}
          download
          className="inline-flex min-h-11 items-center px-2 underline"
        >
          Readings as CSV
        </a>
        <Button onClick={() => window.print()}>
          <Printer size={18} aria-hidden /> Print
        </Button>
      </div>
      <Card className="mx-auto max-w-[60rem] p-6! print:max-w-none print:border-0 print:p-0!">
        <Paper report={data} job={id} />
      </Card>
    </>
  );
}

function Paper({ report, job }: { report: Report; job: string }) {
  const { machine } = report;
  const days = [...new Set([day(report.begun, "long"), day(report.last, "long")])].join(" to ");
  return (
    <article>
      <p className="text-dim">
        {[machine.called, machine.family].filter(Boolean).join(" · ")} · {days}
      </p>
      <h1 className="text-3xl leading-tight">{report.title}</h1>
      <p className={`mt-2 border-l-4 px-3 py-2 text-lg ${OUTCOME[report.outcome.as]}`}>{report.outcome.says}</p>
      <Part title="What was complained of" rows={report.complaint}>
        {(row) => (
          <>
            {row.says}
            {row.when.length > 0 && <span className="text-dim"> ({row.when.join(", ")})</span>}
          </>
        )}
      </Part>
      <Part title="What was found" rows={report.found}>
        {(row) => (
          <>
            <strong className="font-semibold">{[row.fault, row.place].filter(Boolean).join(", ")}.</strong> {row.why}
            <span className="block text-dim">Seen: {row.says}</span>
          </>
        )}
      </Part>
      {report.section.parts.length > 0 && (
        <Drawn
          source={`/api/v1/jobs/${job}/section.svg`}
          says={`Filled: ${report.section.parts.join(", ")}. A schematic, not to scale.`}
          className="max-w-md"
        />
      )}
      <Part title="What was done" rows={report.done}>
        {(row) => (
          <>
            <strong className="font-semibold">{[row.name, row.place].filter(Boolean).join(", ")}</strong>
            {row.text && <> {row.text}</>}
            {row.left.map((one) => (
              <span key={one.name} className="block text-dim">
                {one.name}: left at {shown(one.value, 3).replace(/\.?0+$/, "")} {one.unit}
                {one.wanted && ` (wanted ${one.wanted})`}
              </span>
            ))}
            {row.undone.length > 0 && <span className="block text-dim">Not done: {row.undone.join(" ")}</span>}
          </>
        )}
      </Part>
      <Part title="What was set" rows={report.settings}>
        {(row) => (
          <>
            <strong className="font-semibold">{row.name}</strong> in {row.rounds} rounds
            {!row.settled && <span className="text-rust">, not settled yet</span>}
            <span className="block text-dim">As found: {row.found}</span>
            <span className="block text-dim">As left: {row.left}</span>
            <span className="grid gap-4 sm:grid-cols-2 print:grid-cols-2">
              {row.before && <Beside name={row.name} when="Before" curve={row.before} />}
              {row.curve && <Beside name={row.name} when={row.before ? "After" : ""} curve={row.curve} />}
            </span>
          </>
        )}
      </Part>
      {report.compared.length > 0 && <Compared rows={report.compared} />}
      <Part title="How it was shown" rows={report.shown}>
        {(row) => (
          <span className="inline-flex items-center gap-2">
            {row.done ? <Check size={18} className="text-leaf" aria-hidden /> : <X size={18} aria-hidden />}
            {row.name}
            {!row.done && <span className="text-dim">not yet</span>}
          </span>
        )}
      </Part>
      <Part title="What was left, and why" rows={report.left_open}>
        {(row) => (
          <>
            {row.name}: <span className="text-dim">{row.reason}</span>
          </>
        )}
      </Part>
      <Part title="So that it stays away" rows={report.keep}>
        {(row) => row}
      </Part>
      {report.due && (
        <p className="mt-4">
          Due again: {report.due_on && `${day(report.due_on, "long")}. `}
          {report.due}
        </p>
      )}
      {report.photos.length > 0 && <Pictures rows={report.photos} job={job} />}
      {report.bench && <Bench bench={report.bench} minutes={report.minutes} job={job} />}
      <p className="mt-6 border-t border-line pt-2 text-sm text-dim">{report.footer}</p>
    </article>
  );
}

function Part<T>({ title, rows, children }: { title: string; rows: T[]; children: (row: T) => ReactNode }) {
  if (rows.length === 0) return null;
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="text-xl">{title}</h2>
      <ul>
        {rows.map((row, i) => (
          <li key={i} className="break-inside-avoid border-t border-line py-1.5">
            {children(row)}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One of two curves beside each other. */
function Beside({ name, when, curve }: { name: string; when: string; curve: SettingCurve }) {
  return (
    <figure className="break-inside-avoid">
      {when && <figcaption className="text-dim">{when}</figcaption>}
      <SettingPlot curve={curve} name={[name, when.toLowerCase()].filter(Boolean).join(", ")} />
    </figure>
  );
}

/** A drawing of the server's, ink on white as on paper. */
function Drawn({ source, says, className = "" }: { source: string; says: string; className?: string }) {
  return (
    <figure className={`mt-3 break-inside-avoid ${className}`}>
      <img src={source} alt={says} className="w-full rounded-lg bg-white p-2" />
      <figcaption className="text-sm text-dim">{says}</figcaption>
    </figure>
  );
}

/** Photos two in a row, each with what it shows. */
function Pictures({ rows, job }: { rows: Report["photos"]; job: string }) {
  return (
    <section aria-label="Photos" className="mt-5">
      <h2 className="text-xl">Photos</h2>
      <div className="mt-1 grid gap-4 sm:grid-cols-2 print:grid-cols-2">
        {rows.map((row) => (
          <figure key={row.entry} className="break-inside-avoid">
            <Picture job={job} photo={row.photo} className="aspect-[4/3] w-full rounded-lg object-contain" />
            <figcaption className="text-dim">{[row.caption, row.shows].filter(Boolean).join(" · ")}</figcaption>
          </figure>
        ))}
      </div>
    </section>
  );
}

function Compared({ rows }: { rows: Report["compared"] }) {
  return (
    <section aria-label="Before and after" className="mt-5">
      <h2 className="text-xl">Before and after</h2>
      <table className="w-full text-left">
        <thead>
          <tr className="text-sm text-dim">
            <th className="py-1 pr-3 font-medium">Check</th>
            <th className="py-1 pr-3 font-medium">Before</th>
            <th className="py-1 font-medium">After</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.name} className="border-t border-line align-top">
              <th scope="row" className="py-1.5 pr-3 font-normal">
                {row.name}
              </th>
              <td className="py-1.5 pr-3">{row.before}</td>
              <td className={`py-1.5 ${row.right ? "text-leaf" : "text-rust"}`}>
                {row.after}
                <span className="sr-only">{row.right ? " (right)" : " (not right)"}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** For the shop: everything that was entered, what came off, what is still suspected. */
function Bench(props: { bench: NonNullable<Report["bench"]>; minutes: number; job: string }) {
  const { bench, minutes } = props;
  return (
    <>
      <Part title={`Everything entered (${minutes} bench minutes)`} rows={bench.told}>
        {(row) => (row.struck ? <s className="text-dim">{row.says}</s> : row.says)}
      </Part>
      <Part title="What came off" rows={bench.parts}>
        {(row) =>
          [row.name, row.place, ...row.notes.map((note) => `${note.name} ${note.text}`), row.back ? "back on" : "off"]
            .filter(Boolean)
            .join(" · ")
        }
      </Part>
      <Part title="What was cleared" rows={bench.cleared}>
        {(row) => `${[row.name, row.place].filter(Boolean).join(", ")}: found ${row.found}, left ${row.left}`}
      </Part>
      <Drawn source={`/api/v1/jobs/${props.job}/branch.svg`} says="How far each circuit explains what was found." />
      <Part title="Still suspected" rows={bench.suspects}>
        {(row) => `${row.name} ${percent(row.probability)}`}
      </Part>
      <Part title="Limits of this job" rows={bench.limits}>
        {(row) => `${row.name}: ${(row.cuts ?? []).join(" to ")} ${row.unit} (${row.source})`}
      </Part>
    </>
  );
}
