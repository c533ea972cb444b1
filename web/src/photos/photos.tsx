import { ImageOff } from "lucide-react";
import { useEffect, useState } from "react";
import { photoAddress } from "../api/send-photo";
import type { PhotoRow } from "../api/types";
import { Button } from "../ui/button";
import { Dialog } from "../ui/dialog";
import { usePhotos } from "./use-photos";

/** Photos as small pictures in a row; each opens large. onDrop: strikes one out, where that may be done */
export function Photos(props: { job: string; rows: PhotoRow[]; onDrop?: (row: PhotoRow) => void }) {
  const [open, setOpen] = useState<PhotoRow | null>(null);
  const { queue } = usePhotos();
  if (props.rows.length === 0) return null;
  const name = (row: PhotoRow) => row.caption ?? row.shows ?? "The machine";
  return (
    <ul className="mt-1 flex flex-wrap gap-2">
      {props.rows.map((row) => (
        <li key={row.entry}>
          <button
            type="button"
            aria-label={`Photo: ${name(row)}`}
            onClick={() => setOpen(row)}
            className="block overflow-hidden rounded-lg border-2 border-edge hover:border-fuel"
          >
            <Picture job={props.job} photo={row.photo} className="h-16 w-20 object-cover" />
          </button>
          {queue.refused(row.photo) && <p className="max-w-40 text-sm text-rust">{queue.refused(row.photo)}</p>}
        </li>
      ))}
      <Dialog
        open={open !== null}
        onOpenChange={(on) => !on && setOpen(null)}
        title={open ? name(open) : "Photo"}
        description={open?.caption && open.shows ? open.shows : ""}
      >
        {open && <Picture job={props.job} photo={open.photo} className="max-h-[60dvh] w-full object-contain" />}
        {open && props.onDrop && (
          <Button
            className="mt-3"
            onClick={() => {
              props.onDrop?.(open);
              // Nor is a picture sent any more that the server has not got.
              void queue.drop(open.photo);
              setOpen(null);
            }}
          >
            Strike it out
          </Button>
        )}
      </Dialog>
    </ul>
  );
}

/** One picture: from here while it is on its way, then from the server. What is not there is said, not left blank. */
export function Picture({ job, photo, className = "" }: { job: string; photo: string; className?: string }) {
  const { waiting } = usePhotos();
  const picture = waiting.find((one) => one.photo === photo)?.picture;
  const here = useDataAddress(picture);
  const [missing, setMissing] = useState<string | null>(null);
  const source = picture ? here : photoAddress(job, photo);
  if (missing === photo && !picture)
    return (
      <span className={`grid place-items-center bg-raised p-1 text-center text-xs text-dim ${className}`}>
        <ImageOff size={18} aria-hidden /> not here yet
      </span>
    );
  if (!source) return <span className={`block bg-raised ${className}`} />;
  return (
    <img src={source} alt="" loading="lazy" onError={() => setMissing(photo)} className={`bg-raised ${className}`} />
  );
}

/** A picture that is not on the server, as the page's policy lets it be shown. */
function useDataAddress(picture: Blob | undefined): string | null {
  const [read, setRead] = useState<{ of: Blob; as: string } | null>(null);
  useEffect(() => {
    if (!picture) return;
    const reader = new FileReader();
    reader.onload = () => setRead({ of: picture, as: reader.result as string });
    reader.readAsDataURL(picture);
    return () => reader.abort();
  }, [picture]);
  return read && read.of === picture ? read.as : null;
}
