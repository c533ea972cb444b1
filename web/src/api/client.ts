import createClient from "openapi-fetch";
import { problemOf } from "./problem";
import type { paths } from "./schema.generated";
import type {
  Amendment,
  BoardQuestion,
  CardData,
  DataLog,
  EngineRun,
  MeasuredMixture,
  NewEntry,
  NewExercise,
  NewPractice,
  NewJob,
  OwnerAnswers,
  PasskeyAnswer,
  PasskeySetUp,
  Question,
  ReadingData,
  RecordQuestion,
  Role,
  ShopWays,
  Verdict,
} from "./types";

// The paths, what goes in and what comes out are those of server/openapi.yml; a wrong one does not compile.
const http = createClient<paths>({
  baseUrl: "location" in globalThis ? globalThis.location.origin : "http://127.0.0.1",
  fetch: (request) => globalThis.fetch(request),
});

type GaugeSignal = "steady" | "drifting" | "flicking" | "hunting";
type Answered<T> = { data?: T; error?: unknown; response: Response };

/** What was answered, or an ApiError with the problem. */
async function taken<T>(call: Promise<Answered<T>>): Promise<T> {
  const { data, error, response } = await call.catch(() => {
    throw problemOf(0, null);
  });
  if (data === undefined || !response.ok) throw problemOf(response.status, error);
  return data;
}

/** What comes with a refusal that is the beginning of something: it carries this field. */
async function begun(call: Promise<Answered<unknown>>, field: string): Promise<Record<string, unknown>> {
  const { error, response } = await call.catch(() => {
    throw problemOf(0, null);
  });
  if (error && typeof error === "object" && field in error) return error as Record<string, unknown>;
  throw problemOf(response.status, error);
}

/** Without what is empty. */
function given<T extends object>(question: T): T {
  return Object.fromEntries(Object.entries(question).filter(([, value]) => value !== "" && value !== undefined)) as T;
}

/** Every question the page asks of the server, each answer as the contract types it. Failures are ApiErrors. */
export const api = {
  account: () => taken(http.GET("/api/v1/account")),
  signIn: (login: string, password: string) => taken(http.POST("/api/v1/account/login", { body: { login, password } })),
  signOut: (everywhere: boolean) =>
    taken(http.POST("/api/v1/account/logout", { body: everywhere ? { global_logout: "t" } : {} })),
  giveSecond: (otp: string) => taken(http.POST("/api/v1/account/otp-auth", { body: { otp } })),
  giveRecoveryCode: (code: string) =>
    taken(http.POST("/api/v1/account/recovery-auth", { body: { "recovery-code": code } })),
  newRecoveryCodes: (password: string) =>
    taken(http.POST("/api/v1/account/recovery-codes", { body: { password, add: "t" } })),
  newPassword: (password: string, next: string) =>
    taken(http.POST("/api/v1/account/change-password", { body: { password, "new-password": next } })),
  /** A new secret to be typed into the device; it comes with a refusal, since it is not set up yet. */
  newSecond: async () => {
    const { error } = await http.POST("/api/v1/account/otp-setup", { body: {} });
    const { otp_secret, otp_raw_secret } = (error ?? {}) as Partial<Record<"otp_secret" | "otp_raw_secret", string>>;
    if (!otp_secret || !otp_raw_secret) throw problemOf(0, error);
    return { otp_secret, otp_raw_secret };
  },
  setSecond: (given: { otp_secret: string; otp_raw_secret: string; password: string; otp: string }) =>
    taken(http.POST("/api/v1/account/otp-setup", { body: given })),
  /** What a device makes a passkey from; it comes with a refusal, since there is none yet. */
  newPasskey: () => begun(http.POST("/api/v1/account/webauthn-setup", { body: {} }), "webauthn_setup"),
  setPasskey: (body: PasskeySetUp) => taken(http.POST("/api/v1/account/webauthn-setup", { body })),
  /** A challenge for a passkey; it comes with a refusal, since nobody has answered it yet. second: beside the password */
  passkeyAsked: (second: boolean) =>
    begun(
      second
        ? http.POST("/api/v1/account/webauthn-auth", { body: {} })
        : http.POST("/api/v1/account/webauthn-login", { body: {} }),
      "webauthn_auth",
    ),
  givePasskey: (second: boolean, body: PasskeyAnswer) =>
    taken(
      second
        ? http.POST("/api/v1/account/webauthn-auth", { body })
        : http.POST("/api/v1/account/webauthn-login", { body }),
    ),
  dropPasskey: (webauthn_remove: string, password: string) =>
    taken(http.POST("/api/v1/account/webauthn-remove", { body: { webauthn_remove, password } })),
  dropSecond: (password: string) => taken(http.POST("/api/v1/account/otp-disable", { body: { password } })),
  invitation: (code: string) => taken(http.GET("/api/v1/join/{code}", { params: { path: { code } } })),
  join: (code: string, body: { login?: string; name?: string; password: string }) =>
    taken(http.POST("/api/v1/join/{code}", { params: { path: { code } }, body })),
  people: () => taken(http.GET("/api/v1/people")),
  record: () => taken(http.GET("/api/v1/record")),
  invite: (body: { role: Role; under?: number; account?: number }) =>
    taken(http.POST("/api/v1/people/invitations", { body })),
  changePerson: (id: number, body: { role?: Role; under?: number; closed?: boolean }) =>
    taken(http.POST("/api/v1/people/{person}", { params: { path: { person: String(id) } }, body })),
  catalogue: () => taken(http.GET("/api/v1/catalogue")),
  knowledge: () => taken(http.GET("/api/v1/knowledge")),
  /** What may be changed of a record. record: as "/checks/pump-shot" */
  knowledgeFields: (record: string) => taken(http.GET("/api/v1/knowledge/fields", { params: { query: { record } } })),
  knowledgeEffect: (changes: Amendment[]) => taken(http.POST("/api/v1/knowledge/effect", { body: { changes } })),
  changeKnowledge: (body: { version: number; changes: Amendment[]; reason: string; by?: string }) =>
    taken(http.POST("/api/v1/knowledge", { body })),
  learning: () => taken(http.GET("/api/v1/learning")),
  proposalEffect: (at: string) => taken(http.POST("/api/v1/learning/effect", { body: { at } })),
  judgeProposal: (body: { at: string; verdict: Verdict; version: number; by?: string }) =>
    taken(http.POST("/api/v1/learning/verdicts", { body })),
  practice: (by: string) => taken(http.GET("/api/v1/practice", { params: { query: { by } } })),
  beginPractice: (body: NewPractice) => taken(http.POST("/api/v1/practice", { body })),
  setExercise: (body: NewExercise) => taken(http.POST("/api/v1/practice/exercises", { body })),
  takeBackExercise: (id: string, by: string) =>
    taken(http.DELETE("/api/v1/practice/exercises/{id}", { params: { path: { id }, query: { by } } })),
  practiceOfJob: (id: string) => taken(http.GET("/api/v1/jobs/{id}/practice", { params: { path: { id } } })),
  practiceLook: (id: string, check: string) =>
    taken(http.POST("/api/v1/jobs/{id}/practice/look", { params: { path: { id } }, body: { check } })),
  practiceAsk: (id: string, body: { symptom: string; condition?: string; way?: string }) =>
    taken(http.POST("/api/v1/jobs/{id}/practice/ask", { params: { path: { id } }, body })),
  runEngine: (id: string, body: EngineRun) =>
    taken(http.POST("/api/v1/jobs/{id}/practice/engine", { params: { path: { id } }, body })),
  endPractice: (id: string) =>
    taken(http.POST("/api/v1/jobs/{id}/practice/end", { params: { path: { id } }, body: {} })),
  schools: () => taken(http.GET("/api/v1/schools")),
  chooseSchools: (ways: ShopWays) => taken(http.POST("/api/v1/schools", { body: ways })),
  board: ({ state, waits = [], q, from }: BoardQuestion) =>
    taken(
      http.GET("/api/v1/jobs", {
        params: {
          query: {
            ...(state && { state }),
            ...(waits.length > 0 && { waits: waits.join(",") }),
            ...(q && { q }),
            ...(from && { from }),
          },
        },
      }),
    ),
  arrange: (order: string[]) => taken(http.POST("/api/v1/board", { body: { order } })),
  job: (id: string) => taken(http.GET("/api/v1/jobs/{id}", { params: { path: { id } } })),
  ahead: (id: string) => taken(http.GET("/api/v1/jobs/{id}/ahead", { params: { path: { id } } })),
  createJob: (job: NewJob) => taken(http.POST("/api/v1/jobs", { body: job })),
  addEntries: (id: string, version: number, entries: NewEntry[]) =>
    taken(http.POST("/api/v1/jobs/{id}/entries", { params: { path: { id } }, body: { version, entries } })),
  judge: (id: string, check: string, reading: ReadingData, place = "") =>
    taken(
      http.POST("/api/v1/jobs/{id}/judge", {
        params: { path: { id } },
        body: { check, reading, ...(place && { place }) },
      }),
    ),
  gauge: (kind: "vacuum" | "pressure" | "tachometer", query: { signal: GaugeSignal; seed: number; from: number }) =>
    taken(http.GET("/api/v1/gauges/{kind}", { params: { path: { kind }, query } })),
  worktop: () => taken(http.GET("/api/v1/worktop")).then((answer) => answer.calculators),
  reckon: (id: string, question: Question) =>
    taken(http.POST("/api/v1/worktop/{id}", { params: { path: { id } }, body: question })),
  mixtureSheets: () => taken(http.GET("/api/v1/mixture")),
  mixtureCurve: (family: string, inputs: Record<string, unknown>, signal?: AbortSignal) =>
    taken(
      http.POST("/api/v1/mixture/{family}", {
        params: { path: { family } },
        body: { inputs },
        ...(signal && { signal }),
      }),
    ),
  fitMixture: (family: string, inputs: Record<string, unknown>, measured: MeasuredMixture[]) =>
    taken(http.POST("/api/v1/mixture/{family}/fit", { params: { path: { family } }, body: { inputs, measured } })),
  whatIf: (family: string, was: Record<string, unknown>, inputs: Record<string, unknown>, signal?: AbortSignal) =>
    taken(
      http.POST("/api/v1/mixture/{family}/what-if", {
        params: { path: { family } },
        body: { was, inputs },
        ...(signal && { signal }),
      }),
    ),
  jobSizes: (id: string) => taken(http.GET("/api/v1/jobs/{id}/mixture", { params: { path: { id } } })),
  visits: (id: string) => taken(http.GET("/api/v1/jobs/{id}/visits", { params: { path: { id } } })),
  ownerSheet: (id: string) => taken(http.GET("/api/v1/jobs/{id}/owner-sheet", { params: { path: { id } } })),
  ownerLink: (id: string) => taken(http.POST("/api/v1/jobs/{id}/owner-links", { params: { path: { id } }, body: {} })),
  openOwnerSheet: (code: string) => taken(http.GET("/api/v1/owner/{code}", { params: { path: { code } } })),
  answerOwnerSheet: (code: string, answers: OwnerAnswers) =>
    taken(http.POST("/api/v1/owner/{code}", { params: { path: { code } }, body: answers })),
  records: (question: RecordQuestion) => taken(http.GET("/api/v1/records", { params: { query: given(question) } })),
  machines: (question: { q?: string; family?: string; from?: number }) =>
    taken(http.GET("/api/v1/machines", { params: { query: given(question) } })),
  machine: (id: string) => taken(http.GET("/api/v1/machines/{id}", { params: { path: { id } } })),
  keepMachine: (id: string, own: { serial: string; owner: string; note: string }) =>
    taken(http.PUT("/api/v1/machines/{id}", { params: { path: { id } }, body: own })),
  settings: (id: string) => taken(http.GET("/api/v1/jobs/{id}/settings", { params: { path: { id } } })),
  takeInJob: (text: string) => taken(http.POST("/api/v1/jobs/file", { body: { text } })),
  takeInArchive: (zip: Blob) =>
    taken(
      http.POST("/api/v1/jobs/zip", {
        body: zip as unknown as string,
        bodySerializer: () => zip,
        headers: { "content-type": "application/zip" },
      }),
    ),
  report: (id: string, audience: string) =>
    taken(http.GET("/api/v1/jobs/{id}/report", { params: { path: { id }, query: { for: audience } } })),
  workSheet: (id: string, repair: string, place: string) =>
    taken(
      http.GET("/api/v1/jobs/{id}/sheets/{repair}", {
        params: { path: { id, repair }, query: { ...(place && { place }) } },
      }),
    ),
  cards: () => taken(http.GET("/api/v1/cards")),
  keepCard: (card: CardData) => taken(http.POST("/api/v1/cards", { body: card })),
  importCards: (text: string) => taken(http.POST("/api/v1/cards/import", { body: { text } })),
  dropCard: (id: string) => taken(http.DELETE("/api/v1/cards/{id}", { params: { path: { id } } })),
  logs: () => taken(http.GET("/api/v1/logs")),
  log: (id: string) => taken(http.GET("/api/v1/logs/{id}", { params: { path: { id } } })),
  sampleLog: (sample: string) => taken(http.POST("/api/v1/logs", { body: { sample } })),
  sendLog,
};

/** Sends a log as it is; the only way a browser tells how much has gone is XMLHttpRequest. progress: 0 to 1 */
function sendLog(file: File, progress: (share: number) => void): Promise<DataLog> {
  return new Promise((resolve, reject) => {
    const call = new XMLHttpRequest();
    call.open("POST", `/api/v1/logs?name=${encodeURIComponent(file.name)}`);
    call.setRequestHeader("content-type", "text/csv");
    call.responseType = "json";
    call.upload.onprogress = (event) => progress(event.loaded / event.total);
    call.onerror = () => reject(problemOf(0, null));
    call.onload = () => {
      if (call.status < 300) resolve(call.response as DataLog);
      else reject(problemOf(call.status, call.response));
    };
    call.send(file);
  });
}
