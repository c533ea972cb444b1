import { Eye, Gauge, KeyRound, Settings2, TriangleAlert } from "lucide-react";
import type { OwnerSheet } from "../api/types";

const PICTURE = { eye: Eye, gauge: Gauge, lever: Settings2, key: KeyRound } as const;
export type Look = OwnerSheet["rows"][number];

/** What the sheet is of, and what must be so before anything is looked at. */
export function SheetHead({ sheet }: { sheet: OwnerSheet }) {
  return (
    <header>
      <p className="text-dim">{[sheet.called, sheet.family].filter(Boolean).join(" \u00b7 ")}</p>
      <h1 className="text-3xl leading-tight">A few looks before it comes in</h1>
      <p className="mt-3 flex items-start gap-3 border-l-4 border-rust bg-rust-soft px-4 py-3 text-lg leading-snug">
        <TriangleAlert size={26} aria-hidden className="mt-0.5 shrink-0 text-rust" />
        {sheet.first}
      </p>
    </header>
  );
}

/** One look: its picture, the question, and how to look. id: of the question, for what answers it */
export function LookHead({ look, number, id }: { look: Look; number: number; id?: string }) {
  const Icon = PICTURE[look.icon];
  return (
    <div className="flex items-start gap-4">
      <span className="grid size-16 shrink-0 place-items-center rounded-2xl border-2 border-edge bg-raised">
        <Icon size={36} aria-hidden strokeWidth={1.6} />
      </span>
      <div>
        <h2 id={id} className="text-xl leading-tight">
          {number}. {look.ask}
        </h2>
        <p className="text-dim">{look.do}</p>
      </div>
    </div>
  );
}
