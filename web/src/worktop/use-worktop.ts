import { useQuery } from "@tanstack/react-query";
import { queries } from "../api/queries";

/** The calculators of the worktop. */
export function useWorktop() {
  return useQuery(queries.worktop());
}
