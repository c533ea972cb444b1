import { useQuery } from "@tanstack/react-query";
import { queries } from "./queries";

/** The words of the trade, fetched once. */
export function useCatalogue() {
  return useQuery(queries.catalogue());
}
