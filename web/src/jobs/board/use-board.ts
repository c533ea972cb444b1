import { useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { api } from "../../api/client";
import { queries } from "../../api/queries";
import type { JobSummary } from "../../api/types";
import { useStill } from "../../ui/use-still";
import { laid, waitsOf, type LaneId } from "./lanes";

/** The server keeps the places of so many jobs. */
const LAID = 1000;
const LAYING = "order of the board";

/**
 * The open jobs of the board as far as they have been fetched, a page at a time. text and lane are asked of the server, so that jobs
 * not fetched yet are found too; `arrange` shows a new order at once and keeps it.
 */
export function useBoard(text: string, lane: LaneId | null) {
  const client = useQueryClient();
  const asked = useStill(text.trim());
  const options = queries.board({ q: asked, waits: lane && lane !== "closed" ? waitsOf(lane) : [] });
  const query = useInfiniteQuery(options);
  const { data } = query;
  const order = useMemo(() => data?.pages[0]?.order ?? [], [data]);
  const jobs = useMemo(() => laid(each(data?.pages.flatMap((page) => page.jobs) ?? []), order), [data, order]);
  // One order after the other is sent. What was asked of the server before would bring back the order before it, so it is given up, and
  // asked again when the last has been kept.
  const laying = useMutation({
    mutationKey: [LAYING],
    scope: { id: LAYING },
    mutationFn: (all: string[]) => api.arrange(all),
    onSettled: () =>
      client.isMutating({ mutationKey: [LAYING] }) === 1 ? client.invalidateQueries({ queryKey: ["jobs"] }) : undefined,
  });
  const arrange = (shown: string[]) => {
    const ids = new Set(shown);
    const all = [...shown, ...order.filter((id) => !ids.has(id))].slice(0, LAID);
    void client.cancelQueries({ queryKey: options.queryKey });
    client.setQueryData(
      options.queryKey,
      (now) => now && { ...now, pages: now.pages.map((page) => ({ ...page, order: all })) },
    );
    laying.mutate(all);
  };
  // While somebody types, what is shown is already narrowed and says nothing of how far the list goes.
  const more = query.hasNextPage && asked === text.trim();
  return { query, jobs, more, counts: data?.pages[0]?.counts ?? {}, arrange };
}

/** The closed jobs, the latest first; asked for only once somebody looks. */
export function useClosed(text: string, looked: boolean) {
  const query = useInfiniteQuery({
    ...queries.board({ state: "closed", q: useStill(text.trim()) }),
    enabled: looked,
    refetchInterval: false,
  });
  const { data } = query;
  const jobs = useMemo(() => each(data?.pages.flatMap((page) => page.jobs) ?? []), [data]);
  return { query, jobs };
}

/** A job that moved from one page to another between two askings stands on the board once. */
function each(jobs: JobSummary[]): JobSummary[] {
  return [...new Map(jobs.map((job) => [job.id, job])).values()];
}
