import { Camera } from "lucide-react";
import { useState } from "react";
import { entry, newId } from "../api/entries";
import type { NewEntry } from "../api/types";
import { NoPhoto, reduced } from "./reduce";
import { usePhotos } from "./use-photos";

/** Takes a photo, or picks one, of an entry or (without `of`) of the machine as a whole. name: what it is a photo of */
export function PhotoButton(props: {
  job: string;
  of?: string;
  name: string;
  add: (entry: NewEntry) => Promise<void>;
  className?: string;
}) {
  const { queue } = usePhotos();
  const [wrong, setWrong] = useState<string | null>(null);
  const take = async (file: File) => {
    setWrong(null);
    try {
      const photo = newId();
      const picture = await reduced(file);
      void queue.add({ job: props.job, photo, picture });
      await props.add(entry("photo", { photo, ...(props.of && { of: props.of }) }));
    } catch (error) {
      if (!(error instanceof NoPhoto)) throw error;
      setWrong(error.message);
    }
  };
  return (
    <span className={`inline-flex items-center gap-2 ${props.className ?? ""}`}>
      <label
        title={props.name}
        className="inline-flex h-11 min-w-11 cursor-pointer items-center justify-center rounded-xl border-2 border-edge bg-raised focus-within:outline-3 focus-within:outline-fuel hover:border-fuel"
      >
        <Camera size={20} aria-hidden />
        <input
          type="file"
          aria-label={props.name}
          accept="image/*"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) void take(file);
          }}
        />
      </label>
      {wrong && (
        <span role="alert" className="text-[15px] text-rust">
          {wrong}
        </span>
      )}
    </span>
  );
}
