import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState, type DragEvent } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { queries } from "../api/queries";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { DataLog } from "../api/types";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { FileButton } from "../ui/file-button";
import { Failed, Loading } from "../ui/state";
import { LogView } from "./log-view";

const LIMIT = 50 * 1024 * 1024;

/** Data logs: dropped in or chosen, read in the background, what they show as evidence for a job. */
export function Logs() {
  const { id } = useParams();
  const logs = useQuery(queries.logs());
  const client = useQueryClient();
  const navigate = useNavigate();
  const [sent, setSent] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const taken = (log: DataLog) => {
    client.setQueryData(queries.log(log.id).queryKey, log);
    void client.invalidateQueries(queries.logs());
    void navigate(`/logs/${log.id}`);
  };
  const send = async (file: File | undefined) => {
    if (!file) return;
    setProblem(null);
    if (file.size > LIMIT) {
      setProblem(
        `${file.name} has ${(file.size / 1024 / 1024).toFixed(0)} MB: a log is at most 50 MB. Cut it to the part that matters.`,
      );
      return;
    }
    setSent(0);
    try {
      taken(await api.sendLog(file, setSent));
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setProblem(error.problem.detail);
    } finally {
      setSent(null);
    }
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void send(event.dataTransfer.files[0]);
  };
  if (logs.isPending) return <Loading what="the logs" />;
  if (logs.isError) return <Failed error={logs.error} again={() => void logs.refetch()} />;
  return (
    <>
      <h1 className="mb-3 text-3xl">Data logs</h1>
      <div
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
        className={`mb-3 flex flex-wrap items-center gap-3 rounded-card border-2 border-dashed p-4 ${over ? "border-fuel bg-fuel-soft" : "border-edge bg-sheet"}`}
      >
        <FileButton name="Choose a CSV" accept=".csv,text/csv" look="fuel" onFile={(file) => void send(file)} />
        <p className="min-w-56 flex-1 text-dim">
          or drop it here: time and any of speed, throttle, manifold pressure, lambda or air-fuel ratio; up to 50 MB.
        </p>
        {logs.data.samples.map((sample) => (
          <Button key={sample.id} onClick={() => void api.sampleLog(sample.id).then(taken)}>
            Sample: {sample.name}
          </Button>
        ))}
        {sent !== null && <Progress name="Sending" share={sent} />}
        {problem && (
          <p role="alert" className="w-full text-rust">
            {problem}
          </p>
        )}
      </div>
      <div className="grid items-start gap-3 lg:grid-cols-[minmax(220px,1fr)_4fr]">
        <Card aria-label="Logs" className="p-2!">
          <ul>
            {logs.data.logs.map((log) => (
              <li key={log.id}>
                <Link
                  to={`/logs/${log.id}`}
                  aria-current={log.id === id ? "page" : undefined}
                  className="flex min-h-11 flex-col justify-center rounded-lg px-2 py-1 no-underline hover:bg-raised aria-[current=page]:bg-fuel-soft"
                >
                  {log.name}
                  <span className="text-sm text-dim">{new Date(log.created_at).toLocaleString()}</span>
                </Link>
              </li>
            ))}
            {logs.data.logs.length === 0 && <li className="p-3 text-dim">None yet: try a sample.</li>}
          </ul>
        </Card>
        {id ? (
          <OneLog key={id} id={id} />
        ) : (
          <p className="rounded-card border border-dashed border-line p-8 text-dim">
            Choose a log to see what it shows.
          </p>
        )}
      </div>
    </>
  );
}

function OneLog({ id }: { id: string }) {
  const log = useQuery({
    ...queries.log(id),
    refetchInterval: (query) =>
      query.state.data && !query.state.data.reading && !query.state.data.problem ? 400 : false,
  });
  if (log.isPending) return <Loading what="the log" />;
  if (log.isError) return <Failed error={log.error} again={() => void log.refetch()} />;
  if (log.data.problem)
    return (
      <Card>
        <p role="alert">
          <strong>{log.data.problem.field}</strong>: {log.data.problem.detail}
        </p>
      </Card>
    );
  if (!log.data.reading)
    return (
      <Card>
        <Progress name="Reading" share={log.data.progress} />
      </Card>
    );
  return <LogView log={log.data} reading={log.data.reading} />;
}

function Progress({ name, share }: { name: string; share: number }) {
  const percent = Math.round(share * 100);
  return (
    <div className="w-full">
      <p className="text-dim">
        {name} ... {percent} %
      </p>
      <div
        role="progressbar"
        aria-label={name}
        aria-valuenow={percent}
        aria-valuemin={0}
        aria-valuemax={100}
        className="mt-1 h-3 rounded-full bg-line"
      >
        <div className="h-full rounded-full bg-fuel transition-[width]" style={{ width: `${percent}%` }} />
      </div>
    </div>
  );
}
