import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { createContext, useContext, useEffect, useMemo, useState, useSyncExternalStore, type ReactNode } from "react";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import { queries } from "../api/queries";
import { keep } from "../api/kept-answers";
import { heardOfServer } from "../kept/signal";
import { benchName } from "../kept/bench-name";
import { Outbox } from "./outbox";
import type { Parcel } from "./types";

const Current = createContext<Outbox | null>(null);

/** One outbox for the whole page, sending from the first moment on, whatever view is open. */
export function OutboxRoot({ children }: { children: ReactNode }) {
  const client = useQueryClient();
  const [outbox] = useState(() => pageOutbox(client));
  useEffect(() => {
    const online = () => void outbox.flush();
    const changed = (event: StorageEvent) => outbox.heard(event.key);
    window.addEventListener("online", online);
    window.addEventListener("storage", changed);
    online();
    return () => {
      window.removeEventListener("online", online);
      window.removeEventListener("storage", changed);
      outbox.rest();
    };
  }, [outbox]);
  return <Current.Provider value={outbox}>{children}</Current.Provider>;
}

/** The outbox on this page's own store and connection; what was stored goes into the query cache. */
export function pageOutbox(client: QueryClient): Outbox {
  // Who has been signed out meanwhile is asked to sign in; then it goes out.
  const asked = <T,>(call: Promise<T>): Promise<T> =>
    call.catch((error: unknown) => {
      if (error instanceof ApiError && error.status === 0) heardOfServer(false);
      if (error instanceof ApiError && error.status === 401) void client.invalidateQueries(queries.account());
      throw error;
    });
  return new Outbox({
    storage: localStorage,
    createJob: (job) => asked(api.createJob(job)),
    addEntries: (id, version, entries) => asked(api.addEntries(id, version, entries)),
    version: async (id, anew) => {
      const known = client.getQueryData(queries.job(id).queryKey);
      if (known && !anew) return known.version;
      const job = await api.job(id);
      client.setQueryData(queries.job(id).queryKey, job);
      return job.version;
    },
    stored: (job) => {
      heardOfServer(true);
      void keep(`job ${job.id}`, job);
      client.setQueryData(queries.job(job.id).queryKey, job);
      void client.invalidateQueries({ queryKey: ["jobs"] });
    },
    by: () => benchName.read() || null,
    later: (act, ms) => {
      const timer = window.setTimeout(act, ms);
      return () => window.clearTimeout(timer);
    },
  });
}

/** The outbox, and what lies in it now. */
export function useOutbox(): { outbox: Outbox; parcels: Parcel[] } {
  const outbox = useContext(Current);
  if (!outbox) throw new Error("useOutbox outside OutboxRoot");
  const parcels = useSyncExternalStore(outbox.subscribe, () => outbox.parcels);
  return useMemo(() => ({ outbox, parcels }), [outbox, parcels]);
}
