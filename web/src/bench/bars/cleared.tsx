import { useState } from "react";
import { entry } from "../../api/entries";
import { PhotoButton } from "../../photos/photo-button";
import { Photos } from "../../photos/photos";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { ChoiceField } from "../../ui/choice-field";
import { Fold } from "../../ui/fold";
import { TextField } from "../../ui/text-field";
import { useDesk } from "../desk";

/** Something that stands in no list of this machine. */
const OWN = "own";

/** Every hole, jet and passage that was cleared, with how it was found and how it was left. */
export function Cleared() {
  const { job, add } = useDesk();
  const { cleared, photos, state, closing } = job.trace;
  if (closing !== null || (cleared.length === 0 && state.carburetor === "on")) return null;
  return (
    <Card aria-label="What was cleared">
      <Fold
        title={
          <h2 className="text-xl">
            What was cleared{" "}
            <span className="text-base font-normal text-dim">
              {cleared.length === 0 ? "nothing written down" : `${cleared.length} written down`}
            </span>
          </h2>
        }
      >
        <ul>
          {cleared.map((row) => (
            <li key={row.entry} className="flex items-center gap-3 border-t border-line py-1.5">
              <span className="min-w-0 flex-1 leading-snug">
                <strong className="font-semibold">{[row.name, row.place].filter(Boolean).join(", ")}</strong> found{" "}
                {row.found}, <span className={row.right ? "text-leaf" : "text-rust"}>left {row.left}</span>
                <Photos
                  job={job.id}
                  rows={photos.filter((photo) => photo.of === row.entry)}
                  onDrop={(photo) => void add(entry("strike", { entry: photo.entry }))}
                />
              </span>
              <PhotoButton job={job.id} of={row.entry} name={`Photo of ${row.name}`} add={add} />
            </li>
          ))}
        </ul>
        <Another />
      </Fold>
    </Card>
  );
}

function Another() {
  const { job, catalogue, add } = useDesk();
  const { passages, places } = job.trace.machine;
  const words = catalogue.cleared;
  const carburetors = places.carburetor ?? [];
  const [passage, setPassage] = useState(passages[0]?.id ?? OWN);
  const [name, setName] = useState("");
  const [place, setPlace] = useState(carburetors[0]?.id ?? "");
  const [found, setFound] = useState(Object.keys(words.found)[0] ?? "");
  const [left, setLeft] = useState(Object.keys(words.left)[0] ?? "");
  const own = passage === OWN;
  return (
    <form
      className="mt-2 grid grid-cols-2 items-end gap-2 border-t border-line pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        const what = own ? { name: name.trim() } : { passage };
        void add(entry("cleared", { ...what, ...(place && { place }), found, left }));
        setName("");
      }}
    >
      <div className="col-span-2">
        <ChoiceField
          label="Passage, jet or hole"
          value={passage}
          onChange={setPassage}
          options={[...passages.map((row) => [row.id, row.name] as const), [OWN, "Something else"]]}
        />
      </div>
      {own && <TextField className="col-span-2" label="What it is" text={name} onText={setName} />}
      {carburetors.length > 0 && (
        <div className="col-span-2">
          <ChoiceField
            label="Of"
            value={place}
            onChange={setPlace}
            options={carburetors.map((row) => [row.id, row.name] as const)}
          />
        </div>
      )}
      <ChoiceField label="Found" value={found} onChange={setFound} options={Object.entries(words.found)} />
      <ChoiceField label="Left" value={left} onChange={setLeft} options={Object.entries(words.left)} />
      <Button type="submit" className="col-span-2" disabled={own && name.trim() === ""}>
        Note it
      </Button>
    </form>
  );
}
