import type { SpecCard } from "../api/types";

/** A card being written: without an id until it is kept. */
export type EditedCard = Omit<SpecCard, "id" | "limits" | "engine" | "sizes"> & { id?: string };

export function emptyCard(family: string): EditedCard {
  return { name: "", family, figures: [] };
}
