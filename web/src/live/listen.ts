/** What the server tells a page that listens. */
export type News = {
  /** A job has gone on; on a page without a job of its own any job. */
  job: (told: { job: string; version: number; by?: string }) => void;
  /** Who else looks at the job. */
  looking: (names: string[]) => void;
  /** The line was closed for a while, or is open for the first time: what was told meanwhile was not heard. */
  again: () => void;
};

/** How long to wait before a line that was refused is asked for again. */
const PAUSE = 15_000;

type Line = Pick<EventSource, "addEventListener" | "close" | "readyState"> & { onerror: EventSource["onerror"] };

/**
 * Keeps a line open to an address of the server until it is let go. The browser itself opens a broken line again; one that was refused
 * (too many, not signed in) is asked for again later. open: an EventSource, but in a test
 */
export function listen(
  address: string,
  news: News,
  open: (address: string) => Line = (at) => new EventSource(at),
): () => void {
  let line: Line;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const told = (event: Event): unknown => JSON.parse((event as MessageEvent<string>).data);
  const begin = () => {
    line = open(address);
    line.addEventListener("job", (event: Event) => news.job(told(event) as Parameters<News["job"]>[0]));
    line.addEventListener("looking", (event: Event) => news.looking((told(event) as { names: string[] }).names));
    line.addEventListener("again", () => news.again());
    line.onerror = () => {
      news.looking([]);
      if (line.readyState === EventSource.CLOSED) timer = setTimeout(begin, PAUSE);
    };
  };
  begin();
  return () => {
    clearTimeout(timer);
    line.close();
  };
}
