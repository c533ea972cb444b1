import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from "react";

export type Command = { name: string; kind: string; act: () => void };

const Offered = createContext<{ list: Command[]; offer: (list: Command[]) => void }>({
  list: [],
  offer: () => undefined,
});

/** Holds what the page at hand offers to the palette. */
export function CommandsRoot({ children }: { children: ReactNode }) {
  const [list, offer] = useState<Command[]>([]);
  return <Offered.Provider value={useMemo(() => ({ list, offer }), [list])}>{children}</Offered.Provider>;
}

/** What the page at hand offers. */
export function useCommands(): Command[] {
  return useContext(Offered).list;
}

/** Offers commands while the page stands. commands: kept the same (useMemo) until they change. */
export function useOffer(commands: Command[]): void {
  const { offer } = useContext(Offered);
  useEffect(() => {
    offer(commands);
    return () => offer([]);
  }, [commands, offer]);
}
