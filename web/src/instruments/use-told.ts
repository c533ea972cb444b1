import { useEffect } from "react";
import type { ReadingData } from "../api/types";

/** Hands over what was taken down whenever it has changed. */
export function useTold(data: ReadingData | null, onData: (data: ReadingData | null) => void): void {
  const told = JSON.stringify(data);
  useEffect(() => onData(JSON.parse(told) as ReadingData | null), [told, onData]);
}
