import type { RecordRow } from "../api/types";

/** How a job ended, in a word. */
export const ENDED: Record<RecordRow["ended"], string> = {
  open: "open",
  proven: "proven",
  sound: "sound",
  referred: "referred",
  unproven: "without proof",
};
