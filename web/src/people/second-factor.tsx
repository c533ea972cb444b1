import { useState } from "react";
import { api } from "../api/client";
import { Button } from "../ui/button";
import { TextField } from "../ui/text-field";
import { refusal, type Told } from "./told";
import { useSigned } from "./use-account";

/** Shown once, to be printed: without the device, or on a new server, each opens the account once. */
function RecoveryCodes({ codes, onKept }: { codes: string[]; onKept: () => void }) {
  return (
    <section aria-label="Recovery codes" className="space-y-3">
      <p>
        <strong>Print these recovery codes now: they are not shown again.</strong> Each works once in place of the six
        digits: when the device is lost, and after a backup is restored on another machine.
      </p>
      <ul className="grid grid-cols-2 gap-x-4 font-mono text-lg">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2 print:hidden">
        <Button look="fuel" onClick={() => window.print()}>
          Print
        </Button>
        <Button onClick={onKept}>I have them on paper</Button>
      </div>
    </section>
  );
}

/** Six digits from a device at every sign-in (TOTP, RFC 6238): set up with the secret typed into the device, or given up. */
export function SecondFactor({ on }: { on: boolean }) {
  const signed = useSigned();
  const [secret, setSecret] = useState<Awaited<ReturnType<typeof api.newSecond>> | null>(null);
  const [password, setPassword] = useState("");
  const [otp, setOtp] = useState("");
  const [told, setTold] = useState<Told | null>(null);
  const [codes, setCodes] = useState<string[]>([]);
  const act = async (what: () => Promise<{ recovery_codes?: string[] }>) => {
    const wrong = await refusal(async () => setCodes((await what()).recovery_codes ?? []));
    setTold(wrong);
    if (wrong) return;
    setSecret(null);
    setPassword("");
    setOtp("");
    await signed();
  };
  if (codes.length > 0) return <RecoveryCodes codes={codes} onKept={() => setCodes([])} />;
  if (!on && !secret)
    return (
      <div>
        <p className="mb-2 text-dim">Besides the password six digits from a device of yours, new every half minute.</p>
        <Button onClick={() => void api.newSecond().then(setSecret)}>Set it up</Button>
      </div>
    );
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => (secret ? api.setSecond({ ...secret, password, otp }) : api.dropSecond(password)));
      }}
    >
      {secret && (
        <p>
          Type this into the device:{" "}
          <strong className="font-mono break-all">{secret.otp_secret.match(/.{1,4}/g)?.join(" ")}</strong>
        </p>
      )}
      <TextField label="Your password" type="password" fill="current-password" text={password} onText={setPassword} />
      {secret && (
        <TextField
          label="Six digits the device shows now"
          inputMode="numeric"
          fill="one-time-code"
          text={otp}
          onText={setOtp}
          most={8}
        />
      )}
      {told && (
        <p role="alert" className="text-rust">
          {told.says}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" disabled={!password || (secret !== null && !otp)}>
          {secret ? "Turn it on" : "Turn it off"}
        </Button>
        {!secret && (
          <Button disabled={!password} onClick={() => void act(() => api.newRecoveryCodes(password))}>
            Replace used recovery codes
          </Button>
        )}
      </div>
    </form>
  );
}
