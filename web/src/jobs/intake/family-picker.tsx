import type { Catalogue } from "../../api/types";
import { Silhouette } from "../../section/silhouette";
import { Choices } from "../../ui/choices";

/** Which kind of machine, each with its outline. */
export function FamilyPicker(props: { catalogue: Catalogue; family: string; onChange: (family: string) => void }) {
  return (
    <Choices
      label="Machine family"
      value={props.family}
      onChange={props.onChange}
      className="grid gap-2 sm:grid-cols-2 md:grid-cols-3 xl:grid-cols-4"
      options={props.catalogue.families.map((row) => ({
        id: row.id,
        className: "flex min-h-20 items-center gap-3 border-edge px-2.5 py-2",
        says: (
          <>
            <Silhouette family={row.id} className="h-14 w-18 shrink-0" />
            <span className="min-w-0">
              <span className="block font-display font-semibold">{row.name}</span>
              <span className="block text-sm leading-tight text-dim">{row.is}</span>
            </span>
          </>
        ),
      }))}
    />
  );
}
