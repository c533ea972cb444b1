import { entry } from "../../api/entries";
import { Photos } from "../../photos/photos";
import { Card } from "../../ui/card";
import { useDesk } from "../desk";

/** Photos of what stands in no list of the bench: the machine as a whole, a check, a repair. */
export function MachinePhotos() {
  const { job, add } = useDesk();
  const { photos, parts_off: parts, cleared } = job.trace;
  const listed = new Set([...parts, ...cleared].map((row) => row.entry));
  const rows = photos.filter((photo) => photo.of === null || !listed.has(photo.of));
  if (rows.length === 0) return null;
  return (
    <Card aria-label="Photos">
      <h2 className="text-xl">Photos</h2>
      <Photos
        job={job.id}
        rows={rows}
        {...(job.trace.closing === null && {
          onDrop: (row) => void add(entry("strike", { entry: row.entry })),
        })}
      />
    </Card>
  );
}
