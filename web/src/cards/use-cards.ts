import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";

/** The shop's spec cards and what a card may hold. */
export function useCards() {
  return useQuery({ queryKey: ["cards"], queryFn: api.cards });
}
