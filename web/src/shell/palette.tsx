import { useQuery } from "@tanstack/react-query";
import { Command as Menu } from "cmdk";
import { Dialog } from "radix-ui";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { queries } from "../api/queries";
import type { Catalogue } from "../api/types";
import { useCatalogue } from "../api/use-catalogue";
import { useKeys, useKeySheet } from "../keys/use-keys";
import { useFocusBack } from "../ui/use-focus-back";
import { finder } from "../words/finder";
import { useWorktop } from "../worktop/use-worktop";
import { useCommands, type Command } from "./commands";

const SHOWN = 9;

/** Everything by name: Ctrl+K or /. Arrow keys and Enter; what the page itself offers stands first. */
export function Palette() {
  const [open, setOpen] = useState(false);
  const focus = useFocusBack();
  const show = () => setOpen(true);
  useKeys("Everywhere", [
    ["mod+k", "Everything by name: checks, jobs, pages, calculators", show, "everywhere"],
    ["/", "The same", show],
    ["Tab", "On to the next control"],
  ]);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content
          {...focus}
          aria-describedby={undefined}
          className="fixed top-[10dvh] left-1/2 z-50 w-[min(94vw,620px)] -translate-x-1/2 rounded-card border border-line bg-sheet p-3 shadow-2xl"
        >
          <Dialog.Title className="sr-only">Go to, or do</Dialog.Title>
          {open && <Search onDone={() => setOpen(false)} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Search({ onDone }: { onDone: () => void }) {
  const [text, setText] = useState("");
  const { found, known } = useFound(text);
  return (
    // Which names fit, and in what order, is the trade's own finder's to say: it knows synonyms.
    <Menu label="Go to, or do" shouldFilter={false} loop>
      <Menu.Input
        value={text}
        onValueChange={setText}
        placeholder="A check, a job, a page, a calculator ..."
        className="min-h-13 w-full rounded-xl border-2 border-edge bg-raised px-4 text-lg"
      />
      <Menu.List label="Found" className="mt-2">
        {found.map((command, i) => (
          <Menu.Item
            key={`${command.kind} ${command.name} ${i}`}
            value={`${command.kind} ${command.name} ${i}`}
            onSelect={() => {
              onDone();
              command.act();
            }}
            className="flex min-h-11 cursor-pointer items-center gap-3 rounded-lg px-3 leading-tight aria-selected:bg-fuel-soft"
          >
            <span className="min-w-0 flex-1">{command.name}</span>
            <span className="shrink-0 text-sm text-dim">{command.kind}</span>
          </Menu.Item>
        ))}
        {known && <Menu.Empty className="p-3 text-dim">Nothing by that name.</Menu.Empty>}
      </Menu.List>
    </Menu>
  );
}

/** What fits a text, best first; known: whether all there is has been fetched. */
function useFound(text: string): { found: Command[]; known: boolean } {
  const navigate = useNavigate();
  const catalogue = useCatalogue();
  const worktop = useWorktop();
  const here = useCommands();
  const [, setKeySheet] = useKeySheet();
  const jobs = useQuery(queries.jobs({ q: text.trim() }));
  const all = useMemo(() => {
    const go = (to: string) => () => void navigate(to);
    return [
      ...here,
      { name: "Keys", kind: "Help", act: () => setKeySheet(true) },
      ...PLACES.map(([name, to]) => ({ name, kind: "Go to", act: go(to) })),
      ...(jobs.data?.jobs ?? []).map((job) => ({ name: job.title, kind: job.machine, act: go(`/jobs/${job.id}`) })),
      ...(worktop.data ?? []).map((one) => ({ name: one.name, kind: "Worktop", act: go(`/worktop/${one.id}`) })),
      ...pages(catalogue.data, go),
    ];
  }, [here, jobs.data, worktop.data, catalogue.data, navigate, setKeySheet]);
  const find = useMemo(() => finder(all, catalogue.data?.synonyms ?? [], (one) => one.name), [all, catalogue.data]);
  const found = (text.trim() ? find(text) : all).slice(0, SHOWN);
  return { found, known: !jobs.isPending && !catalogue.isPending };
}

const PLACES = [
  ["Records of all jobs and machines", "/records"],
  ["The bench", "/"],
  ["New job", "/new"],
  ["Worktop", "/worktop"],
  ["Mixture curve", "/mixture"],
  ["Spec cards", "/cards"],
  ["Data logs", "/logs"],
  ["Handbook", "/handbook"],
  ["Schools of the shop", "/handbook?on=schools"],
  ["How it works", "/handbook?on=primer"],
] as const;

function pages(catalogue: Catalogue | undefined, go: (to: string) => () => void): Command[] {
  if (!catalogue) return [];
  const shelf = (on: string, rows: { id: string; name: string }[]) =>
    rows.map((row) => ({ name: row.name, kind: "Handbook", act: go(`/handbook?on=${on}&id=${row.id}`) }));
  return [
    ...shelf("checks", catalogue.checks),
    ...shelf("faults", catalogue.faults),
    ...shelf("symptoms", catalogue.symptoms),
    ...shelf("circuits", catalogue.circuits),
    ...shelf("cautions", catalogue.hazards),
  ];
}
