import { keepPreviousData, useQuery, type QueryKey, type UseQueryOptions } from "@tanstack/react-query";
import { useState } from "react";
import { queries } from "../api/queries";

type Sizes = Record<string, unknown>;

/**
 * What the server reckons from sizes. While one answer is being reckoned no other is asked for; then the latest is, so that a
 * slider that is drawn along never leaves a queue behind it. wanted: sizes, or null while they cannot be read
 */
function useLatest<Data, Key extends QueryKey>(
  wanted: Sizes | null,
  asking: (sizes: string) => UseQueryOptions<Data, Error, Data, Key>,
) {
  const now = wanted && JSON.stringify(wanted);
  const [asked, setAsked] = useState(now);
  const query = useQuery({ ...asking(asked ?? ""), enabled: asked !== null, placeholderData: keepPreviousData });
  if (now !== asked && !query.isFetching) setAsked(now);
  return { ...query, settled: now === asked && !query.isFetching };
}

/** The curve of these sizes. */
export const useCurve = (family: string, sizes: Sizes | null) =>
  useLatest(sizes, (asked) => queries.mixtureCurve(family, asked));

/** Both engines run. */
export const useWhatIf = (family: string, was: Sizes | null, now: Sizes | null) =>
  useLatest(was && now && { was, now }, (asked) => queries.whatIf(family, asked));
