import { KeyRound } from "lucide-react";
import { useState } from "react";
import { api } from "../api/client";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { TextField } from "../ui/text-field";
import { FormEnd } from "./form-end";
import { passkeysHere, byPasskey } from "./passkey";
import { refusal, type Told } from "./told";
import { useSigned } from "./use-account";

/** Digits of a device, or a printed code with letters in it. */
function secondFactor(typed: string) {
  const code = typed.trim();
  return /[a-z]/i.test(code) ? api.giveRecoveryCode(code) : api.giveSecond(code);
}

/** Name and password, then the second factor where somebody has set one up; or a passkey in the place of both. */
export function SignIn({ second }: { second: boolean }) {
  const signed = useSigned();
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const [digits, setDigits] = useState("");
  const [told, setTold] = useState<Told | null>(null);
  const [busy, setBusy] = useState(false);
  const go = async (act: () => Promise<unknown>) => {
    setBusy(true);
    const wrong = await refusal(act);
    setTold(wrong);
    setBusy(false);
    setPassword("");
    setDigits("");
    if (!wrong) await signed();
  };
  return (
    <Card className="mx-auto mt-[8dvh] max-w-md p-6!" aria-label="Sign in">
      <h1 className="text-2xl">{second ? "The second factor" : "Sign in"}</h1>
      <form
        className="mt-4 space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void go(() => (second ? secondFactor(digits) : api.signIn(login, password)));
        }}
      >
        {second ? (
          <TextField
            label="Six digits from your device, or a recovery code"
            text={digits}
            onText={setDigits}
            most={20}
            fill="one-time-code"
          />
        ) : (
          <>
            <TextField label="Sign-in name" text={login} onText={setLogin} most={40} fill="username" />
            <TextField label="Password" type="password" text={password} onText={setPassword} fill="current-password" />
          </>
        )}
        <FormEnd told={told} disabled={busy || (second ? !digits : !login || !password)}>
          {second ? "Go on" : "Sign in"}
        </FormEnd>
        {passkeysHere() && (
          <Button className="w-full" disabled={busy} onClick={() => void go(() => byPasskey(second))}>
            <KeyRound size={18} aria-hidden /> With a passkey of this device
          </Button>
        )}
        <p className="text-sm text-dim">
          {second
            ? "No device at hand? Type one of your printed recovery codes. No code either? The lead gives you a link to start over."
            : "No account, or the password is gone? The lead gives you a link."}
        </p>
      </form>
    </Card>
  );
}
