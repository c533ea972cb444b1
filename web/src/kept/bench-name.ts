import { slot } from "./store";

/** Who is at this bench, as said on this device; with accounts the signature of who has signed in. Empty where nobody has said. */
export const benchName = slot<string>("bench.name", "", (kept) =>
  typeof kept === "string" && kept.length <= 80 ? kept : null,
);
