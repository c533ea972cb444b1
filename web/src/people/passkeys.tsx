import { useState } from "react";
import { api } from "../api/client";
import { Button } from "../ui/button";
import { TextField } from "../ui/text-field";
import { makePasskey, passkeysHere } from "./passkey";
import { refusal, type Told } from "./told";
import { useSigned } from "./use-account";

/** Passkeys of the own account: a device that knows its holder stands for name, password and second factor. */
export function Passkeys({ passkeys }: { passkeys: string[] }) {
  const signed = useSigned();
  const [password, setPassword] = useState("");
  const [told, setTold] = useState<Told | null>(null);
  const [busy, setBusy] = useState(false);
  const act = async (what: () => Promise<unknown>) => {
    setBusy(true);
    const wrong = await refusal(what);
    setTold(wrong);
    setBusy(false);
    if (wrong) return;
    setPassword("");
    await signed();
  };
  const giveUp = async () => {
    for (const id of passkeys) await api.dropPasskey(id, password);
  };
  if (!passkeysHere() && passkeys.length === 0)
    return (
      <p className="text-dim">They need the shop to be served under a name by https, and a browser that knows them.</p>
    );
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => makePasskey(password));
      }}
    >
      <p className="text-dim">
        {passkeys.length === 0
          ? "This device signs you in, once it has asked for your finger, face or code. The password alone is then no longer enough."
          : `${passkeys.length} ${passkeys.length === 1 ? "device signs" : "devices sign"} you in. With the password one of them, or the second factor, is asked for as well.`}
      </p>
      <TextField label="Your password" type="password" fill="current-password" text={password} onText={setPassword} />
      {told && (
        <p role="alert" className="text-rust">
          {told.says}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {passkeysHere() && (
          <Button type="submit" disabled={!password || busy}>
            Make one with this device
          </Button>
        )}
        {passkeys.length > 0 && (
          <Button look="quiet" disabled={!password || busy} onClick={() => void act(giveUp)}>
            Give {passkeys.length === 1 ? "it" : "them all"} up
          </Button>
        )}
      </div>
    </form>
  );
}
