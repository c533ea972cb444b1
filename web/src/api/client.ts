import type {
  Answer,
  BoardPage,
  Calculator,
  Catalogue,
  DataLog,
  Job,
  Judged,
  NewEntry,
  NewJob,
  Problem,
  ReadingData,
  ShopWays,
  SpecCard,
  SpecItem,
} from "./types";

/** An answer that was not a success: the problem document, or status 0 when nothing answered. */
export class ApiError extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }

  get status(): number {
    return this.problem.status;
  }

  /** True when the same request may succeed later: no signal, or the database is away. */
  get passing(): boolean {
    return this.status === 0 || this.status >= 502 || this.status === 429;
  }
}

const NO_SIGNAL: Problem = {
  type: "/problems/no-signal",
  title: "No connection",
  status: 0,
  detail: "The server does not answer. What you entered is kept here and is sent when it does.",
};

async function request<T>(path: string, init?: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/v1${path}`, init);
  } catch {
    throw new ApiError(NO_SIGNAL);
  }
  const body: unknown = await response.json().catch(() => null);
  if (response.ok && body) return body as T;
  throw new ApiError(isProblem(body) ? body : { ...NO_SIGNAL, status: response.status || 0 });
}

function isProblem(body: unknown): body is Problem {
  return typeof body === "object" && body !== null && "detail" in body && "status" in body;
}

function post<T>(path: string, body: unknown): Promise<T> {
  return request<T>(path, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  });
}

export const api = {
  catalogue: () => request<Catalogue>("/catalogue"),
  schools: () => request<ShopWays>("/schools"),
  chooseSchools: (ways: ShopWays) => post<ShopWays>("/schools", ways),
  board: (question: BoardQuestion) => request<BoardPage>(`/jobs?${boardQuery(question)}`),
  arrange: (order: string[]) => post<{ order: string[] }>("/board", { order }),
  job: (id: string) => request<Job>(`/jobs/${id}`),
  createJob: (job: NewJob) => post<Job>("/jobs", job),
  addEntries: (id: string, version: number, entries: NewEntry[]) =>
    post<Job>(`/jobs/${id}/entries`, { version, entries }),
  judge: (id: string, check: string, reading: ReadingData) => post<Judged>(`/jobs/${id}/judge`, { check, reading }),
  worktop: () => request<{ calculators: Calculator[] }>("/worktop").then((answer) => answer.calculators),
  reckon: (id: string, question: { inputs: Record<string, unknown>; units: Record<string, string> }) =>
    post<Answer>(`/worktop/${id}`, question),
  cards: () => request<{ cards: SpecCard[]; items: SpecItem[] }>("/cards"),
  keepCard: (card: Omit<SpecCard, "id" | "limits"> & { id?: string }) => post<SpecCard>("/cards", card),
  importCards: (text: string) => post<{ kept: number }>("/cards/import", { text }),
  dropCard: (id: string) => request<{ dropped: boolean }>(`/cards/${id}`, { method: "DELETE" }),
  logs: () => request<{ logs: DataLog[]; samples: { id: string; name: string }[] }>("/logs"),
  log: (id: string) => request<DataLog>(`/logs/${id}`),
  sampleLog: (sample: string) => post<DataLog>("/logs", { sample }),
  sendLog,
};

/** state: open (the default), closed, or waiting until a time; waits: what it waits for; q: words on the card; from: where the page begins */
export type BoardQuestion = { state?: "open" | "closed" | "waiting"; waits?: string[]; q?: string; from?: number };

function boardQuery(question: BoardQuestion): string {
  const { state, waits, q, from } = question;
  return new URLSearchParams({
    ...(state && { state }),
    ...(waits && waits.length > 0 && { waits: waits.join(",") }),
    ...(q && { q }),
    ...(from && { from: String(from) }),
  }).toString();
}

/** Sends a log as it is; the only way a browser tells how much has gone is XMLHttpRequest. progress: 0 to 1 */
function sendLog(file: File, progress: (share: number) => void): Promise<DataLog> {
  return new Promise((resolve, reject) => {
    const call = new XMLHttpRequest();
    call.open("POST", `/api/v1/logs?name=${encodeURIComponent(file.name)}`);
    call.setRequestHeader("content-type", "text/csv");
    call.responseType = "json";
    call.upload.onprogress = (event) => progress(event.loaded / event.total);
    call.onerror = () => reject(new ApiError(NO_SIGNAL));
    call.onload = () => {
      const body: unknown = call.response;
      if (call.status < 300) resolve(body as DataLog);
      else reject(new ApiError(isProblem(body) ? body : { ...NO_SIGNAL, status: call.status }));
    };
    call.send(file);
  });
}

/** A new entry with an id of its own, so that sending it twice stores it once. */
export function entry(kind: NewEntry["kind"], data: Record<string, unknown>): NewEntry {
  return { id: newId(), kind, data };
}

/** crypto.randomUUID needs a secure page; a tablet in the shed may use plain http. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}
