import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { queries } from "../api/queries";

/**
 * What the server reckons from sizes. While one answer is being reckoned no other is asked for; then the latest is, so that a
 * slider that is drawn along never leaves a queue behind it. wanted: as JSON; null while they cannot be read
 */
function useLatest(wanted: string | null) {
  const [asked, setAsked] = useState(wanted);
  return {
    asked: asked ?? "",
    enabled: asked !== null,
    follow: (fetching: boolean) => {
      if (wanted !== asked && !fetching) setAsked(wanted);
    },
    current: wanted === asked,
  };
}

/** The curve of these sizes. */
export function useCurve(family: string, sizes: Record<string, unknown> | null) {
  const latest = useLatest(sizes && JSON.stringify(sizes));
  const query = useQuery({
    ...queries.mixtureCurve(family, latest.asked),
    enabled: latest.enabled,
    placeholderData: keepPreviousData,
  });
  latest.follow(query.isFetching);
  return { ...query, settled: latest.current && !query.isFetching };
}

/** Both engines run. */
export function useWhatIf(family: string, was: Record<string, unknown> | null, now: Record<string, unknown> | null) {
  const latest = useLatest(was && now && JSON.stringify({ was, now }));
  const query = useQuery({
    ...queries.whatIf(family, latest.asked),
    enabled: latest.enabled,
    placeholderData: keepPreviousData,
  });
  latest.follow(query.isFetching);
  return { ...query, settled: latest.current && !query.isFetching };
}
