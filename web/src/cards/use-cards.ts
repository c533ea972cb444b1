import { useQuery } from "@tanstack/react-query";
import { queries } from "../api/queries";

/** The shop's spec cards and what a card may hold. */
export function useCards() {
  return useQuery(queries.cards());
}
