import { useMemo, useState } from "react";
import type { Catalogue, Check } from "../api/types";
import { placeOf, DRAWINGS } from "../section/drawings";
import { Section } from "../section/section";
import { useKept } from "../kept/use-kept";

/** A page's subject on the section of a family of one's choice: a part lit, or the place of a check marked. */
export function OnSection({ catalogue, part, check }: { catalogue: Catalogue; part?: string; check?: Check }) {
  const fitting = useMemo(
    () => catalogue.families.filter((row) => shows(row.id, part, check)),
    [catalogue, part, check],
  );
  const [kept, keep] = useKept("family", { family: "" });
  const [cold, setCold] = useState(false);
  const family = fitting.find((row) => row.id === kept.family) ?? fitting[0];
  if (!family) return null;
  return (
    <div className="mt-5 max-w-3xl">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <label className="text-sm text-dim">
          Shown on{" "}
          <select
            value={family.id}
            onChange={(event) => keep({ family: event.target.value })}
            className="min-h-11 rounded-xl border-2 border-edge bg-raised px-2 text-ink"
          >
            {fitting.map((row) => (
              <option key={row.id} value={row.id}>
                {row.name}
              </option>
            ))}
          </select>
        </label>
        <label className="flex min-h-11 items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="size-5"
            checked={cold}
            onChange={(event) => setCold(event.target.checked)}
          />
          choke shut
        </label>
      </div>
      <Section
        key={family.id}
        family={family.id}
        features={new Set(family.features)}
        catalogue={catalogue}
        faults={part ? [{ part_name: part, blame: 0.6 }] : []}
        check={check ?? null}
        cold={cold}
        odds={false}
      />
    </div>
  );
}

/** Whether a family's drawing has what the page is about. */
function shows(family: string, part: string | undefined, check: Check | undefined): boolean {
  const drawing = DRAWINGS[family];
  if (!drawing) return false;
  if (check) return placeOf(drawing, check) !== null;
  return !part || [...drawing.pieces, ...drawing.plates, ...drawing.risers].some((one) => one.part === part);
}
