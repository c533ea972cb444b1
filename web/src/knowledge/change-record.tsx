import { useQuery } from "@tanstack/react-query";
import { PencilLine } from "lucide-react";
import { useState } from "react";
import type { ApiError } from "../api/problem";
import { queries } from "../api/queries";
import type { Amendment, KnowledgeField } from "../api/types";
import { Button } from "../ui/button";
import { Dialog } from "../ui/dialog";
import { Failed, Loading } from "../ui/state";
import { Decide } from "./decide";
import { changesOf, wrongWith, type Texts } from "./edited";
import { Fields } from "./fields";
import { useLead } from "./use-lead";

/** On a page of the handbook: the way to change its numbers and words for this shop. record: as "/checks/pump-shot" */
export function ChangeRecord({ record, name }: { record: string; name: string }) {
  const lead = useLead();
  const [open, setOpen] = useState(false);
  if (!lead) return null;
  return (
    <>
      <Button className="mt-3" onClick={() => setOpen(true)}>
        <PencilLine size={18} aria-hidden /> Change it for this shop
      </Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title={name}
        description="What is changed here counts in every trace from then on, under your name. The files stay as they are; it can be undone."
      >
        <Form key={String(open)} record={record} onDone={() => setOpen(false)} />
      </Dialog>
    </>
  );
}

function Form({ record, onDone }: { record: string; onDone: () => void }) {
  const known = useQuery({ ...queries.knowledgeFields(record), staleTime: 0 });
  const knowledge = useQuery(queries.knowledge());
  const [texts, setTexts] = useState<Texts>({});
  const [deciding, setDeciding] = useState<Amendment[] | null>(null);
  const [refused, setRefused] = useState<Record<string, string>>({});
  if (known.isError) return <Failed error={known.error} again={() => void known.refetch()} />;
  if (!known.data || !knowledge.data) return <Loading what="the fields" />;
  const { fields } = known.data;
  const changes = changesOf(texts, fields);
  const wrong = Object.fromEntries(
    fields.flatMap((field) => {
      const text = texts[field.at];
      const says = (text === undefined ? null : wrongWith(text, field)) ?? refused[field.at];
      return says ? [[field.at, says]] : [];
    }),
  );
  const refuse = (error: ApiError) => {
    const found = changes.flatMap((change, i) => {
      const says = error.at(`changes/${i}/value`);
      return says ? [[change.at, says] as const] : [];
    });
    if (found.length === 0) return;
    setRefused(Object.fromEntries(found));
    setDeciding(null);
  };
  if (deciding) {
    return (
      <Decide
        changes={deciding}
        version={knowledge.data.version}
        onBack={() => setDeciding(null)}
        onDone={onDone}
        onRefused={refuse}
      />
    );
  }
  const put = (field: KnowledgeField, text: string) => {
    setTexts((before) => ({ ...before, [field.at]: text }));
    setRefused((before) => Object.fromEntries(Object.entries(before).filter(([at]) => at !== field.at)));
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        setDeciding(changes);
      }}
    >
      <Fields fields={fields} texts={texts} wrong={wrong} onText={put} />
      <div className="sticky -bottom-5 -mx-5 mt-4 -mb-5 flex flex-wrap items-center justify-end gap-3 border-t border-line bg-sheet px-5 py-3">
        <span className="text-dim">{changes.length === 0 ? "Nothing changed yet." : `${changes.length} changed.`}</span>
        <Button type="submit" look="fuel" disabled={changes.length === 0 || Object.keys(wrong).length > 0}>
          What would it do?
        </Button>
      </div>
    </form>
  );
}
