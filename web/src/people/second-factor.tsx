import { useState } from "react";
import { api } from "../api/client";
import { Button } from "../ui/button";
import { TextField } from "../ui/text-field";
import { refusal, type Told } from "./told";
import { useSigned } from "./use-account";

/** Six digits from a device at every sign-in (TOTP, RFC 6238): set up with the secret typed into the device, or given up. */
export function SecondFactor({ on }: { on: boolean }) {
  const signed = useSigned();
  const [secret, setSecret] = useState<Awaited<ReturnType<typeof api.newSecond>> | null>(null);
  const [password, setPassword] = useState("");
  const [otp, setOtp] = useState("");
  const [told, setTold] = useState<Told | null>(null);
  const act = async (what: () => Promise<unknown>) => {
    const wrong = await refusal(what);
    setTold(wrong);
    if (wrong) return;
    setSecret(null);
    setPassword("");
    setOtp("");
    await signed();
  };
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
      <Button type="submit" disabled={!password || (secret !== null && !otp)}>
        {secret ? "Turn it on" : "Give it up"}
      </Button>
    </form>
  );
}
