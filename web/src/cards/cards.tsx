import { useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { useState } from "react";
import { queries } from "../api/queries";
import { api } from "../api/client";
import { ApiError, fileRefused } from "../api/problem";
import type { SpecCard, SpecItem } from "../api/types";
import { useCatalogue } from "../api/use-catalogue";
import { Button } from "../ui/button";
import { Card } from "../ui/card";
import { FileButton } from "../ui/file-button";
import { Failed, Loading } from "../ui/state";
import { CardEditor } from "./card-editor";
import { emptyCard, type EditedCard } from "./edited-card";
import { figureText } from "../words/figures";
import { useCards } from "./use-cards";

/** Spec cards: the figures of each carburetor model, with source and date; in and out as CSV and JSON. */
export function Cards() {
  const cards = useCards();
  const catalogue = useCatalogue();
  const client = useQueryClient();
  const [edited, setEdited] = useState<EditedCard | null>(null);
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  if (cards.isPending || catalogue.isPending) return <Loading what="the cards" />;
  if (cards.isError) return <Failed error={cards.error} again={() => void cards.refetch()} />;
  if (catalogue.isError) return <Failed error={catalogue.error} again={() => void catalogue.refetch()} />;
  const families = new Map(catalogue.data.families.map((row) => [row.id, row.name]));
  const refresh = () => void client.invalidateQueries(queries.cards());
  const bring = async (file: File) => {
    try {
      const { kept } = await api.importCards(await file.text());
      setSaid({ text: `${kept} ${kept === 1 ? "card" : "cards"} kept from ${file.name}.`, wrong: false });
      refresh();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setSaid({ text: fileRefused(file.name, error), wrong: true });
    }
  };
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <h1 className="mr-auto text-3xl">Spec cards</h1>
        <Button look="fuel" onClick={() => setEdited(emptyCard(catalogue.data.families[0]?.id ?? ""))}>
          New card
        </Button>
        <FileButton
          name="Import CSV or JSON"
          accept=".csv,.json,text/csv,application/json"
          onFile={(file) => void bring(file)}
        />
        <FileLink href="/api/v1/cards.csv">Export CSV</FileLink>
        <FileLink href="/api/v1/cards.json">Export JSON</FileLink>
      </div>
      {said && (
        <p
          role={said.wrong ? "alert" : "status"}
          className={`mb-3 rounded-xl border p-3 ${said.wrong ? "border-rust bg-rust-soft" : "border-leaf bg-leaf-soft"}`}
        >
          {said.text}
        </p>
      )}
      {edited && (
        <CardEditor
          key={edited.id ?? "new"}
          card={edited}
          items={cards.data.items}
          families={catalogue.data.families}
          onDone={() => {
            setEdited(null);
            refresh();
          }}
          onCancel={() => setEdited(null)}
        />
      )}
      <ul className="grid items-start gap-3 md:grid-cols-2">
        {cards.data.cards.map((card) => (
          <li key={card.id}>
            <CardSheet
              card={card}
              items={cards.data.items}
              family={families.get(card.family) ?? card.family}
              onEdit={() => setEdited(card)}
              onDrop={() => void api.dropCard(card.id).then(refresh)}
            />
          </li>
        ))}
      </ul>
      {cards.data.cards.length === 0 && !edited && (
        <p className="rounded-card border border-dashed border-line p-8 text-dim">
          No cards yet. A card holds the figures of one carburetor model; chosen at a job, its limits judge the readings
          in place of what is usual in the trade.
        </p>
      )}
    </>
  );
}

function FileLink({ href, children }: { href: string; children: string }) {
  return (
    <a
      href={href}
      download
      className="inline-flex min-h-11 items-center rounded-xl border-2 border-edge bg-raised px-4 font-medium no-underline hover:border-fuel"
    >
      {children}
    </a>
  );
}

function CardSheet({
  card,
  items,
  family,
  onEdit,
  onDrop,
}: {
  card: SpecCard;
  items: SpecItem[];
  family: string;
  onEdit: () => void;
  onDrop: () => void;
}) {
  const [sure, setSure] = useState(false);
  return (
    <Card>
      <div className="flex flex-wrap items-start gap-2">
        <div className="mr-auto">
          <h2 className="text-xl leading-tight">{card.name}</h2>
          <p className="text-sm text-dim">{family}</p>
        </div>
        <Button onClick={onEdit}>Change</Button>
        <Button
          look={sure ? "fuel" : "quiet"}
          onClick={() => (sure ? onDrop() : setSure(true))}
          onBlur={() => setSure(false)}
        >
          {sure ? "Really drop it" : "Drop"}
        </Button>
      </div>
      <table className="mt-2 w-full border-t border-line text-left text-[15px]">
        <tbody>
          {card.figures.map((figure) => (
            <tr key={`${figure.item} ${figure.place ?? ""}`} className="border-b border-line align-top">
              <th scope="row" className="py-1.5 pr-3 font-normal">
                {items.find((item) => item.id === figure.item)?.name ?? figure.item}
                {figure.place && <span className="text-dim"> · {figure.place}</span>}
              </th>
              <td className="py-1.5 pr-3 whitespace-nowrap tabular-nums">{figureText(figure)}</td>
              <td className="py-1.5 text-sm text-dim">
                {figure.source}, <span className="whitespace-nowrap">{figure.date}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {Object.keys(card.sizes).length > 0 && (
        <Link to={`/mixture?family=${card.family}&card=${card.id}`} className="mt-1 inline-flex min-h-11 items-center">
          Mixture curve by this card
        </Link>
      )}
    </Card>
  );
}
