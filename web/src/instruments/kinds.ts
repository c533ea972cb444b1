import type { Check, Reading, ReadingData } from "../api/types";

/** What every instrument is given, and how it hands over what was taken down. */
export type InstrumentProps = {
  /** Where its state is kept in the browser. */
  keep: string;
  check: Check;
  reading: Reading;
  /** Called with what can be judged now; null while it is not enough. */
  onData: (data: ReadingData | null) => void;
  /** What the server says is wrong at a field ("value", "inputs/times"), or null. */
  wrongAt: (field: string) => string | null;
};
