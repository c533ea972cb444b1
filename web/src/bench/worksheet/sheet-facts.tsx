import type { WorkSheet } from "../../api/types";
import { Fold } from "../../ui/fold";

/** What stands round the steps: parts, tools, cautions, where practice differs, how it is kept from coming back. */
export function SheetFacts({ sheet }: { sheet: WorkSheet }) {
  return (
    <div className="grid gap-x-6 md:grid-cols-2">
      <Names title="Parts and consumables" names={sheet.parts} />
      <Names title="Tools" names={sheet.tools} />
      {sheet.choices.length > 0 && (
        <Fold open title={<h2 className="text-lg">Choices</h2>}>
          <ul className="space-y-1 pb-2">
            {sheet.choices.map((one) => (
              <li key={one.name}>
                <strong>{one.name}.</strong> {one.do} <span className="text-dim">{one.costs}</span>
              </li>
            ))}
          </ul>
        </Fold>
      )}
      {sheet.schools.length > 0 && (
        <Fold title={<h2 className="text-lg">Where practice differs</h2>}>
          <ul className="space-y-1 pb-2">
            {sheet.schools.map((one) => (
              <li key={one.id}>
                {one.name}: <strong>{one.chosen.name}</strong>. <span className="text-dim">{one.chosen.why}</span>{" "}
                <span className="text-dim">Others: {one.others.map((other) => other.name).join("; ")}.</span>
              </li>
            ))}
          </ul>
        </Fold>
      )}
      <Fold className="print:hidden" title={<h2 className="text-lg">All cautions of this sheet</h2>}>
        <Cautions cautions={sheet.cautions} />
      </Fold>
      {/* What is folded away on the screen is read on paper. */}
      <div className="col-span-full hidden print:block">
        <h2 className="text-lg">Cautions</h2>
        <Cautions cautions={sheet.cautions} />
      </div>
      <Fold open title={<h2 className="text-lg">So that it stays away</h2>}>
        <p className="pb-2">{sheet.avoid}</p>
      </Fold>
    </div>
  );
}

function Cautions({ cautions }: { cautions: WorkSheet["cautions"] }) {
  return (
    <ul className="space-y-1 pb-2">
      {cautions.map((one) => (
        <li key={one.id}>
          <strong>{one.name}.</strong> {one.caution}
        </li>
      ))}
    </ul>
  );
}

function Names({ title, names }: { title: string; names: string[] }) {
  if (names.length === 0) return null;
  return (
    <Fold open title={<h2 className="text-lg">{title}</h2>}>
      <p className="pb-2">{names.join(" · ")}</p>
    </Fold>
  );
}
