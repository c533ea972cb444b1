/**
 * What this browser keeps for its person, one place for all of it: every name with its type, and what stands while nothing sound is
 * kept. A full or forbidden store costs only the safety net: reading then gives what stands for nothing, writing does nothing.
 *
 * @example
 * const theme = slot<"auto" | "light">("theme", "auto", (kept) => (kept === "light" ? kept : null));
 * theme.write("light"); theme.read();
 */
export type Slot<T> = {
  read: () => T;
  write: (value: T) => void;
  clear: () => void;
};

const PREFIX = "upper-branch.";

/** name: without the product's own prefix; sound: the kept value as it may be used, or null when it is none */
export function slot<T>(name: string, empty: T, sound: (kept: unknown) => T | null): Slot<T> {
  const key = PREFIX + name;
  return {
    read: () => {
      const text = quietly(() => localStorage.getItem(key));
      return text === null || text === undefined ? empty : (sound(parsed(text)) ?? empty);
    },
    write: (value) => quietly(() => localStorage.setItem(key, JSON.stringify(value))),
    clear: () => quietly(() => localStorage.removeItem(key)),
  };
}

/** A slot for an object: parts that are missing stand as in `empty`. */
export function record<T extends object>(name: string, empty: T): Slot<T> {
  return slot(name, empty, (kept) => (isRecord(kept) ? { ...empty, ...kept } : null));
}

/** A slot for one of some words. */
export function choice<T extends string>(name: string, words: readonly [T, ...T[]]): Slot<T> {
  return slot<T>(name, words[0], (kept) => words.find((word) => word === kept) ?? null);
}

/** A slot for a list of words. */
export function words(name: string): Slot<string[]> {
  return slot<string[]>(name, [], (kept) =>
    Array.isArray(kept) ? kept.filter((one): one is string => typeof one === "string") : null,
  );
}

/** Clears every slot whose name begins so. */
export function clearAll(begin: string): void {
  quietly(() => {
    for (const key of Object.keys(localStorage)) if (key.startsWith(PREFIX + begin)) localStorage.removeItem(key);
  });
}

/** Where an instrument keeps what was taken down for a check of a job, until it is recorded. */
export function takenAt(job: string, check: string, round: number): string {
  return `taken.${job}.${check}.${round}`;
}

function isRecord(kept: unknown): kept is object {
  return typeof kept === "object" && kept !== null && !Array.isArray(kept);
}

/** What does not parse is taken as it is: words were once kept bare. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

function quietly<T>(act: () => T): T | undefined {
  try {
    return act();
  } catch {
    return undefined;
  }
}
