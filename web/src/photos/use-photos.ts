import { createStore, del, set, values } from "idb-keyval";
import { createContext, useContext, useEffect, useSyncExternalStore } from "react";
import { sendPhoto } from "../api/send-photo";
import { PhotoQueue, type Waiting } from "./queue";

/** The queue on this page's own store and connection. */
function pageQueue(): PhotoQueue {
  // Opened when it is first asked for: a browser may forbid it.
  let opened: ReturnType<typeof createStore> | undefined;
  const store = () => (opened ??= createStore("upper-branch-photos", "waiting"));
  const kept = {
    all: async () => values<Waiting>(store()),
    put: async (one: Waiting) => set(one.photo, one, store()),
    drop: async (photo: string) => del(photo, store()),
  };
  return new PhotoQueue({ kept, send: sendPhoto, later: (act, ms) => void window.setTimeout(act, ms) });
}

const Current = createContext<PhotoQueue>(pageQueue());
export const PhotosProvider = Current.Provider;

/** The pictures on their way; sends what waits when the page that shows photos opens, and when the signal comes back. */
export function usePhotos(): { queue: PhotoQueue; waiting: Waiting[] } {
  const queue = useContext(Current);
  const waiting = useSyncExternalStore(queue.subscribe, () => queue.waiting);
  useEffect(() => {
    const online = () => void queue.flush();
    window.addEventListener("online", online);
    online();
    return () => window.removeEventListener("online", online);
  }, [queue]);
  return { queue, waiting };
}
