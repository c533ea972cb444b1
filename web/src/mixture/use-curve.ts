import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { queries } from "../api/queries";

/**
 * The curve of these sizes. While one is being reckoned no other is asked for; then the latest is, so that a slider that is drawn
 * along never leaves a queue behind it. sizes: null while they cannot be read
 */
export function useCurve(family: string, sizes: Record<string, unknown> | null) {
  const wanted = sizes && JSON.stringify(sizes);
  const [asked, setAsked] = useState(wanted);
  const query = useQuery({
    ...queries.mixtureCurve(family, asked ?? ""),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
  });
  if (wanted !== asked && !query.isFetching) setAsked(wanted);
  return { ...query, settled: wanted === asked && !query.isFetching };
}
