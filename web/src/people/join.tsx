import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import { queries } from "../api/queries";
import { Card } from "../ui/card";
import { Failed, Loading } from "../ui/state";
import { TextField } from "../ui/text-field";
import { FormEnd } from "./form-end";
import { ROLE } from "./roles";
import { at, refusal, type Told } from "./told";
import { useSigned } from "./use-account";

const NOT_GOOD = "This link opens nothing: it was used, has run out, or a letter is wrong. Ask the lead for a new one.";

/** By a link of the lead's: a new account, or a new password for one that is there. */
export function Join() {
  const { code = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.invitation(code));
  return (
    <main className="mx-auto max-w-md p-4 pt-[8dvh]">
      {data ? (
        <Form code={code} role={data.role} login={data.login} called={data.name} />
      ) : error instanceof ApiError && [404, 410].includes(error.status) ? (
        <p role="alert">{NOT_GOOD}</p>
      ) : error ? (
        <Failed error={error} again={() => void refetch()} />
      ) : (
        <Loading what="the link" />
      )}
    </main>
  );
}

function Form(props: { code: string; role: keyof typeof ROLE; login: string | null; called: string | null }) {
  const navigate = useNavigate();
  const signed = useSigned();
  const [name, setName] = useState("");
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const [told, setTold] = useState<Told | null>(null);
  const [busy, setBusy] = useState(false);
  const known = props.login !== null;
  const go = async () => {
    setBusy(true);
    const wrong = await refusal(() =>
      api.join(props.code, { password, ...(known ? {} : { name: name.trim(), login: login.trim().toLowerCase() }) }),
    );
    setTold(wrong);
    setBusy(false);
    if (wrong) return;
    await signed();
    void navigate("/", { replace: true });
  };
  return (
    <Card aria-label="Join" className="p-6!">
      <h1 className="text-2xl">{known ? `${props.called}: a new password` : `Join as ${ROLE[props.role].a}`}</h1>
      <form
        className="mt-4 space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void go();
        }}
      >
        {!known && (
          <>
            <TextField
              label="Your name, as it stands under your work"
              text={name}
              onText={setName}
              most={60}
              fill="name"
              error={at(told, "name")}
            />
            <TextField
              label="A short name to sign in with"
              text={login}
              onText={setLogin}
              most={40}
              fill="username"
              error={at(told, "login")}
            />
          </>
        )}
        <TextField
          label="Password, at least 12 letters"
          type="password"
          text={password}
          onText={setPassword}
          fill="new-password"
          error={at(told, "password")}
        />
        <FormEnd
          told={told?.field === null ? told : null}
          disabled={busy || !password || (!known && (!name.trim() || !login.trim()))}
        >
          {known ? "Keep it and sign in" : "Join"}
        </FormEnd>
      </form>
    </Card>
  );
}
