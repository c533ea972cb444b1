import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { queries } from "../api/queries";
import { benchName } from "../kept/bench-name";
import { listen } from "./listen";

/** Keeps one job on the page as it stands at the server, whoever writes to it. Names of those who look at it too. */
export function useLiveJob(id: string): string[] {
  const client = useQueryClient();
  const [looking, setLooking] = useState<string[]>([]);
  useEffect(() => {
    const key = queries.job(id).queryKey;
    const ask = () => void client.invalidateQueries({ queryKey: key, exact: true });
    const name = benchName.read();
    return listen(`/api/v1/live?job=${id}${name ? `&name=${encodeURIComponent(name)}` : ""}`, {
      job: ({ version }) => {
        if ((client.getQueryData(key)?.version ?? 0) < version) ask();
      },
      looking: setLooking,
      again: ask,
    });
  }, [client, id]);
  return looking;
}

/** Keeps the board as it stands at the server. */
export function useLiveBoard(): void {
  const client = useQueryClient();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    // Of several jobs that go on in the same moment the board asks once.
    const ask = () => {
      clearTimeout(timer);
      timer = setTimeout(() => void client.invalidateQueries({ queryKey: ["jobs"] }), 400);
    };
    const close = listen("/api/v1/live", { job: ask, looking: () => undefined, again: ask });
    return () => {
      clearTimeout(timer);
      close();
    };
  }, [client]);
}
