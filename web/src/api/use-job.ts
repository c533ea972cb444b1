import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, ApiError } from "./client";
import { keep, waiting } from "./outbox";
import type { NewEntry, Problem } from "./types";

export function useCatalogue() {
  return useQuery({ queryKey: ["catalogue"], queryFn: api.catalogue, staleTime: Infinity });
}

type BoardData = Awaited<ReturnType<typeof api.board>>;

/** The board: jobs and the order the shop has laid them in. arrange shows the new order at once and keeps it. */
export function useBoard() {
  const client = useQueryClient();
  const query = useQuery({ queryKey: ["jobs"], queryFn: api.board, refetchInterval: 30_000 });
  const arrange = (order: string[]) => {
    client.setQueryData<BoardData>(["jobs"], (now) => now && { ...now, order });
    api.arrange(order).catch(() => client.invalidateQueries({ queryKey: ["jobs"] }));
  };
  return { ...query, arrange };
}

export function useJobs() {
  return useQuery({ queryKey: ["jobs"], queryFn: api.board, refetchInterval: 30_000, select: (data) => data.jobs });
}

const RETRY_MS = 4000;

/**
 * One job and the way to add to it. Entries go through the outbox: kept in the browser until the server has stored them,
 * sent in order, tried again while the signal is away. A refusal (wrong, or written over by somebody else) is shown as
 * `problem`; `again` sends what is kept, `drop` gives it up.
 */
export function useJob(id: string) {
  const client = useQueryClient();
  const query = useQuery({ queryKey: ["job", id], queryFn: () => api.job(id) });
  const [problem, setProblem] = useState<Problem | null>(null);
  const [kept, setKept] = useState<NewEntry[]>(() => waiting(id));
  const sending = useRef(false);

  const flush = useCallback(async () => {
    const entries = waiting(id);
    if (entries.length === 0 || sending.current) return;
    sending.current = true;
    try {
      const known = client.getQueryData<Awaited<ReturnType<typeof api.job>>>(["job", id]) ?? (await api.job(id));
      const job = await api.addEntries(id, known.version, entries);
      const sent = new Set(entries.map((one) => one.id));
      const left = waiting(id).filter((one) => !sent.has(one.id));
      keep(id, left);
      setKept(left);
      client.setQueryData(["job", id], job);
      setProblem(null);
      void client.invalidateQueries({ queryKey: ["jobs"] });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setProblem(error.problem);
      if (error.status === 409) await client.invalidateQueries({ queryKey: ["job", id] });
      if (!error.passing && error.status !== 409) {
        keep(id, []);
        setKept([]);
      }
    } finally {
      sending.current = false;
    }
  }, [client, id]);

  const add = useCallback(
    (...entries: NewEntry[]) => {
      const all = [...waiting(id), ...entries];
      keep(id, all);
      setKept(all);
      return flush();
    },
    [flush, id],
  );

  const drop = useCallback(() => {
    keep(id, []);
    setKept([]);
    setProblem(null);
  }, [id]);

  const stuck = kept.length > 0 && problem?.status !== 409;
  useEffect(() => {
    if (!stuck) return;
    const timer = window.setInterval(() => void flush(), RETRY_MS);
    window.addEventListener("online", flush);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", flush);
    };
  }, [stuck, flush]);

  return { query, add, problem, kept, again: flush, drop, dismiss: () => setProblem(null) };
}
