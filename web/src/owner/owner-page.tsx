import { useQuery } from "@tanstack/react-query";
import { CheckCircle2, OctagonAlert } from "lucide-react";
import { useState } from "react";
import { useParams } from "react-router";
import { api } from "../api/client";
import { newId } from "../api/entries";
import { ApiError } from "../api/problem";
import { queries } from "../api/queries";
import type { OwnerSheet } from "../api/types";
import { useKept } from "../kept/use-kept";
import { Button } from "../ui/button";
import { Choices } from "../ui/choices";
import { Failed, Loading } from "../ui/state";
import { LookHead, SheetHead } from "./sheet-head";

/** The owner's own page, by a code: safe looks, and the way to say what was seen. Nothing else of the shop is to be seen here. */
export function OwnerPage() {
  const { code = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.openOwnerSheet(code));
  return (
    <main className="mx-auto max-w-2xl p-4 pb-16">
      {data ? (
        <Sheet code={code} sheet={data} />
      ) : error ? (
        <Wrong error={error} again={() => void refetch()} />
      ) : (
        <Loading what="the sheet" />
      )}
    </main>
  );
}

function Wrong({ error, again }: { error: Error; again: () => void }) {
  if (error instanceof ApiError && error.status === 404)
    return <p role="alert">No sheet has this code. Look at it again letter by letter, or ask the shop.</p>;
  if (error instanceof ApiError && error.status === 410) return <p role="alert">{error.problem.detail}</p>;
  return <Failed error={error} again={again} />;
}

const NOTHING = {
  who: "",
  words: "",
  answers: {} as Record<string, string>,
  ids: {} as Record<string, string>,
  sent: false,
};

function Sheet({ code, sheet }: { code: string; sheet: OwnerSheet }) {
  const [kept, change] = useKept(`owner.${code}`, NOTHING);
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const who = kept.who.trim();
  const said = sheet.rows.filter((row) => kept.answers[row.check]);
  const stops = [
    ...new Set(said.flatMap((row) => row.answers.find((one) => one.outcome === kept.answers[row.check])?.stop ?? [])),
  ];
  if (sheet.closed)
    return <p className="py-16 text-center text-lg">The shop has closed this job. Call it if there is more.</p>;
  if (kept.sent)
    return (
      <div className="py-16 text-center">
        <CheckCircle2 size={48} aria-hidden className="mx-auto text-leaf" />
        <p className="mt-3 text-xl">The shop has it. Thank you.</p>
        {stops.map((stop) => (
          <Stop key={stop} says={stop} />
        ))}
        <Button className="mt-6" onClick={() => change({ sent: false, ids: {}, words: "" })}>
          Say something else
        </Button>
      </div>
    );
  const send = async () => {
    // The ids stay until it is stored: sent twice, it is stored once.
    const ids: Record<string, string> & { sheet: string } = {
      sheet: newId(),
      ...Object.fromEntries(said.map((row) => [row.check, newId()])),
      ...kept.ids,
    };
    change({ ids });
    setBusy(true);
    setWrong(null);
    try {
      await api.answerOwnerSheet(code, {
        id: ids.sheet,
        who,
        answers: said.map((row) => ({
          id: ids[row.check] ?? newId(),
          check: row.check,
          outcome: kept.answers[row.check] ?? "",
        })),
        ...(kept.words.trim() && { words: kept.words.trim() }),
      });
      change({ sent: true });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setWrong(
        error.passing ? "The shop does not answer. What you said is kept here: try again later." : error.problem.detail,
      );
    } finally {
      setBusy(false);
    }
  };
  return (
    <form
      className="space-y-6"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <SheetHead sheet={sheet} />
      {sheet.rows.map((row, i) => {
        const chosen = row.answers.find((one) => one.outcome === kept.answers[row.check]);
        return (
          <section key={row.check} aria-labelledby={`look-${row.check}`}>
            <LookHead look={row} number={i + 1} id={`look-${row.check}`} />
            <Choices
              label={row.ask}
              value={kept.answers[row.check] ?? ""}
              onChange={(id) =>
                change((now) => {
                  const others = Object.entries(now.answers).filter(([check]) => check !== row.check);
                  const own = id === NOT_LOOKED ? [] : [[row.check, id] as const];
                  return { answers: Object.fromEntries([...others, ...own]), ids: {} };
                })
              }
              className="mt-2 grid gap-2"
              options={[
                ...row.answers.map((one) => ({ id: one.outcome, says: one.says })),
                { id: NOT_LOOKED, says: <span className="text-dim">Not looked, or not sure</span> },
              ]}
            />
            {chosen?.stop && <Stop says={chosen.stop} />}
          </section>
        );
      })}
      <label className="block font-medium">
        Anything else: when it does it, what was worked on, how long it stood
        <textarea
          value={kept.words}
          maxLength={2000}
          rows={4}
          onChange={(event) => change({ words: event.target.value, ids: {} })}
          className="mt-1 w-full rounded-xl border-2 border-edge bg-raised p-3 font-normal"
        />
      </label>
      <label className="block font-medium">
        Your name
        <input
          value={kept.who}
          maxLength={80}
          autoComplete="name"
          onChange={(event) => change({ who: event.target.value, ids: {} })}
          className="mt-1 min-h-12 w-full rounded-xl border-2 border-edge bg-raised px-3 font-normal"
        />
      </label>
      {wrong && (
        <p role="alert" className="border-l-4 border-rust bg-rust-soft px-3 py-2">
          {wrong}
        </p>
      )}
      <Button
        type="submit"
        look="fuel"
        className="min-h-14 w-full text-lg"
        disabled={busy || who === "" || (said.length === 0 && kept.words.trim() === "")}
      >
        Tell the shop
      </Button>
      <p className="text-sm text-dim">{sheet.footer}</p>
    </form>
  );
}

const NOT_LOOKED = "not-looked";

function Stop({ says }: { says: string }) {
  return (
    <p
      role="alert"
      className="mt-2 flex items-start gap-3 bg-rust px-4 py-3 text-left text-lg font-semibold text-white"
    >
      <OctagonAlert size={26} aria-hidden className="mt-0.5 shrink-0" /> {says}
    </p>
  );
}
