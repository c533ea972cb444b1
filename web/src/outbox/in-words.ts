import type { Catalogue } from "../api/types";
import { entryWords } from "../words/entries";
import type { Parcel } from "./types";

/** What a parcel holds, as a person would say it. catalogue: undefined before it is here */
export function inWords(parcel: Parcel, catalogue: Catalogue | undefined): string {
  const { content } = parcel;
  return content.kind === "job" ? `New job: ${content.job.title}` : entryWords(content.entry, catalogue);
}
