import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ApiError } from "../api/problem";
import { queries } from "../api/queries";
import type { ReadingData } from "../api/types";

const PAUSE_MS = 200;

/** What a reading would say, asked again a moment after it last changed. null: nothing to judge yet. */
export function useJudge(job: { id: string; version: number }, check: string, reading: ReadingData | null, place = "") {
  const asked = usePaused(reading ? JSON.stringify(reading) : "", PAUSE_MS);
  const query = useQuery(queries.judge(job, check, asked, place));
  const problem = query.error instanceof ApiError && query.error.status === 422 ? query.error.problem : null;
  return {
    judged: reading && !query.isError ? (query.data ?? null) : null,
    problem: reading ? problem : null,
    offline: query.error instanceof ApiError && query.error.passing,
  };
}

/** A value once it has stood still for a while. */
function usePaused(value: string, pause: number): string {
  const [still, setStill] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setStill(value), pause);
    return () => window.clearTimeout(timer);
  }, [value, pause]);
  return still;
}
