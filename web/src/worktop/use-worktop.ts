import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";

/** The calculators of the worktop. */
export function useWorktop() {
  return useQuery({ queryKey: ["worktop"], queryFn: api.worktop, staleTime: Infinity });
}
