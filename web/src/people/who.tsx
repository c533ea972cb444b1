import { UserRound } from "lucide-react";
import { useState } from "react";
import { Dialog } from "../ui/dialog";
import { AtTheBench } from "./at-the-bench";
import { benchName } from "../kept/bench-name";
import { OwnAccount } from "./own-account";
import { SafeKeeping } from "./safe-keeping";
import { useAccount } from "./use-account";

/** In the head of every page: under whose name things are entered, and the way to change it. */
export function Who() {
  const account = useAccount();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(benchName.read);
  if (!account || (account.mode === "accounts" && !account.who)) return null;
  const shown = account.who?.name ?? name;
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="flex min-h-11 max-w-40 min-w-11 items-center justify-center gap-1.5 rounded-lg px-2 hover:bg-white/10"
        aria-label={shown ? `At the bench: ${shown}. Change` : "Who is at the bench?"}
      >
        <UserRound size={20} aria-hidden className="shrink-0" />
        <span className="truncate text-[15px] max-lg:sr-only">{shown || "Who?"}</span>
      </button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title={account.who ? account.who.name : "Who is at the bench?"}
        description={
          account.who
            ? "Your account."
            : "What is entered on this device is signed with this name. It is kept here until somebody else says theirs."
        }
      >
        {account.who ? (
          <OwnAccount who={account.who} onDone={() => setOpen(false)} />
        ) : (
          <AtTheBench
            name={name}
            lately={account.lately}
            onName={(said) => {
              benchName.write(said);
              setName(said);
              setOpen(false);
            }}
          />
        )}
        {(account.mode === "open" || account.who?.role === "lead") && <SafeKeeping backup={account.backup} />}
      </Dialog>
    </>
  );
}
