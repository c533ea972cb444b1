import { useState } from "react";
import { Link } from "react-router";
import { api } from "../api/client";
import { forget } from "../api/kept-answers";
import type { Account } from "../api/types";
import { Button } from "../ui/button";
import { Fold } from "../ui/fold";
import { TextField } from "../ui/text-field";
import { benchName } from "../kept/bench-name";
import { Passkeys } from "./passkeys";
import { ROLE } from "./roles";
import { SecondFactor } from "./second-factor";
import { at, refusal, type Told } from "./told";
import { useSigned } from "./use-account";

/** What somebody does with the own account: sign out, another password, passkeys, a second factor; a lead goes to the people. */
export function OwnAccount({ who, onDone }: { who: NonNullable<Account["who"]>; onDone: () => void }) {
  const signed = useSigned();
  const out = async (everywhere: boolean) => {
    await refusal(() => api.signOut(everywhere));
    benchName.clear();
    await forget();
    onDone();
    await signed();
  };
  return (
    <div className="space-y-3">
      <p>
        {ROLE[who.role].name}: {ROLE[who.role].may}. Entries are signed <strong>{who.signature}</strong>.
      </p>
      {who.role === "lead" && (
        <Link to="/people" onClick={onDone} className="inline-flex min-h-11 items-center font-semibold underline">
          People of the shop
        </Link>
      )}
      <div className="flex flex-wrap gap-2">
        <Button look="fuel" onClick={() => void out(false)}>
          Sign out
        </Button>
        <Button onClick={() => void out(true)}>Sign out everywhere</Button>
      </div>
      <Fold title={<span className="text-lg font-semibold">Another password</span>}>
        <NewPassword />
      </Fold>
      <Fold
        title={
          <span className="text-lg font-semibold">
            Passkeys{who.passkeys.length > 0 ? `: ${who.passkeys.length}` : ""}
          </span>
        }
      >
        <Passkeys passkeys={who.passkeys} />
      </Fold>
      <Fold title={<span className="text-lg font-semibold">Second factor{who.second ? ": on" : ""}</span>}>
        <SecondFactor on={who.second} />
      </Fold>
    </div>
  );
}

function NewPassword() {
  const [now, setNow] = useState("");
  const [next, setNext] = useState("");
  const [told, setTold] = useState<Told | null>(null);
  const [done, setDone] = useState(false);
  const change = async () => {
    const wrong = await refusal(() => api.newPassword(now, next));
    setTold(wrong);
    setDone(!wrong);
    if (wrong) return;
    setNow("");
    setNext("");
  };
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void change();
      }}
    >
      <TextField
        label="The one you have"
        type="password"
        fill="current-password"
        text={now}
        onText={setNow}
        error={at(told, "password")}
      />
      <TextField
        label="The new one, at least 12 letters"
        type="password"
        fill="new-password"
        text={next}
        onText={setNext}
        error={at(told, "new-password")}
      />
      {told && told.field === null && (
        <p role="alert" className="text-rust">
          {told.says}
        </p>
      )}
      {done && <p role="status">Changed.</p>}
      <Button type="submit" disabled={!now || !next}>
        Change it
      </Button>
    </form>
  );
}
