import { Dialog } from "../ui/dialog";

const KEYS: [string, string][] = [
  ["1 to 9", "the outcome with that number"],
  ["c", "cautions read"],
  ["space", "start and stop the clock of an instrument"],
  ["arrows", "turn the counter, move the needle"],
  ["Enter", "record what is marked, or the number typed"],
  ["r", "repair instead"],
  ["u", "undo the last entry"],
  ["l", "limits of this job"],
  ["w", "put it aside, with a timer"],
  ["Ctrl K or /", "everything by name: checks, jobs, pages, calculators"],
  ["?", "this sheet"],
  ["Tab", "on to the branch, the suspects and what was found"],
];

export function ShortcutSheet(props: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog {...props} title="Keys" description="All of the tracing can be done from the keyboard.">
      <dl className="grid grid-cols-[7rem_1fr] gap-y-2">
        {KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="rounded border border-edge bg-raised px-2 py-0.5">{key}</kbd>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
