import { useId } from "react";
import type { KnowledgeField } from "../api/types";
import { ChoiceField } from "../ui/choice-field";
import { Fold } from "../ui/fold";
import { NumberField } from "../ui/number-field";
import { TextField } from "../ui/text-field";
import { inShort, textOf, type Texts } from "./edited";

type Shared = {
  texts: Texts;
  wrong: Record<string, string>;
  onText: (field: KnowledgeField, text: string) => void;
};

const GROUPS: { name: string; kinds: KnowledgeField["kind"][]; open: boolean }[] = [
  { name: "Numbers and limits", kinds: ["number", "cuts", "rate"], open: true },
  { name: "How plainly it shows", kinds: ["strength"], open: false },
  { name: "Words", kinds: ["text", "lines"], open: false },
];

/** The fields of a record, numbers first; what the shop has changed says what the files have. */
export function Fields({ fields, ...shared }: Shared & { fields: KnowledgeField[] }) {
  const groups = GROUPS.map((group) => ({
    ...group,
    rows: fields.filter((field) => group.kinds.includes(field.kind)),
  }));
  const first = groups.find((group) => group.rows.length > 0)?.name;
  return groups.map((group) =>
    group.rows.length === 0 ? null : (
      <Fold
        key={group.name}
        open={group.open || group.name === first}
        title={
          <span className="font-display text-lg font-semibold">
            {group.name} <span className="font-sans text-sm font-normal text-dim">{group.rows.length}</span>
          </span>
        }
      >
        <div className={`grid gap-3 pb-3 ${group.name === "Words" ? "" : "sm:grid-cols-2"}`}>
          {group.rows.map((field) => (
            <div key={field.at}>
              <One field={field} {...shared} />
              {textOf(field.file, field.kind) !== textOf(field.value, field.kind) && (
                <p className="mt-0.5 text-sm text-dim">The shop's own. In the files: {inShort(field.file ?? null)}.</p>
              )}
            </div>
          ))}
        </div>
      </Fold>
    ),
  );
}

function One({ field, texts, wrong, onText }: Shared & { field: KnowledgeField }) {
  const text = texts[field.at] ?? textOf(field.value, field.kind);
  const put = (typed: string) => onText(field, typed);
  const error = wrong[field.at] ?? null;
  if (field.letters) {
    const options = field.letters.map((letter) => [letter.id, letter.word] as const);
    return <ChoiceField label={field.name} value={text} options={options} onChange={put} />;
  }
  if (field.kind === "number" || field.kind === "cuts") {
    const range = field.least !== undefined && field.most !== undefined ? `${field.least} to ${field.most}` : null;
    const help = field.kind === "cuts" ? "Rising, a blank between" : range;
    return <NumberField label={field.name} text={text} unit={field.unit} onText={put} error={error} help={help} />;
  }
  if (field.kind === "lines") return <Lines label={field.name} text={text} onText={put} error={error} />;
  return <TextField label={field.name} text={text} onText={put} most={field.most ?? 400} error={error} />;
}

/** Several sentences, a line each. */
function Lines(props: { label: string; text: string; onText: (text: string) => void; error: string | null }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block text-[15px] leading-tight font-medium">
        {props.label} <span className="font-normal text-dim">a line each</span>
      </label>
      <textarea
        id={id}
        rows={Math.max(3, props.text.split("\n").length + 1)}
        value={props.text}
        aria-invalid={props.error ? true : undefined}
        aria-describedby={props.error ? `${id}-error` : undefined}
        onChange={(event) => props.onText(event.target.value)}
        className="mt-1 w-full rounded-xl border-2 border-edge bg-raised px-3 py-2 aria-invalid:border-rust"
      />
      {props.error && (
        <p id={`${id}-error`} role="alert" className="text-sm text-rust">
          {props.error}
        </p>
      )}
    </div>
  );
}
