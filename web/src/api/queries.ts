import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import { kept } from "./kept-answers";
import { api } from "./client";
import { type BoardQuestion, type RecordQuestion } from "./types";
import type { ReadingData } from "./types";

/**
 * What is asked of the server, under which name it is kept, and for how long: one place for all of it. An answer that depends on
 * how a job stands carries the job's version in its name, so that a later version is never answered with an earlier answer.
 *
 * @example
 * useQuery(queries.job(id)); client.setQueryData(queries.job(id).queryKey, job);
 */
export const queries = {
  /** How this shop knows its people, and who asks. */
  account: () =>
    queryOptions({ queryKey: ["account"], queryFn: () => kept("account", api.account), staleTime: 60_000 }),
  people: () => queryOptions({ queryKey: ["people"], queryFn: api.people, retry: false }),
  invitation: (code: string) =>
    queryOptions({ queryKey: ["join", code], queryFn: () => api.invitation(code), retry: false, staleTime: Infinity }),
  catalogue: () =>
    queryOptions({ queryKey: ["catalogue"], queryFn: () => kept("catalogue", api.catalogue), staleTime: Infinity }),
  job: (id: string) => queryOptions({ queryKey: ["job", id], queryFn: () => kept(`job ${id}`, () => api.job(id)) }),
  /** What a reading would say at one version of the job: its limits, school and findings are the job's. reading: as JSON */
  judge: (job: { id: string; version: number }, check: string, reading: string, place = "") =>
    queryOptions({
      queryKey: ["judge", job.id, job.version, check, reading, place],
      queryFn: () => api.judge(job.id, check, JSON.parse(reading) as ReadingData, place),
      enabled: reading !== "",
      placeholderData: (last, query) => (query?.queryKey[2] === job.version ? last : undefined),
      staleTime: Infinity,
      retry: false,
    }),
  /** Pages of the board. Every list of jobs begins with "jobs", so that one word makes them all ask anew. */
  board: (question: BoardQuestion) =>
    infiniteQueryOptions({
      queryKey: ["jobs", question],
      queryFn: ({ pageParam }) => {
        const asked = { ...question, from: pageParam };
        return kept(`board ${JSON.stringify(asked)}`, () => api.board(asked));
      },
      initialPageParam: 0,
      getNextPageParam: (page) => page.next ?? undefined,
      placeholderData: keepPreviousData,
      refetchInterval: 30_000,
    }),
  /** The first page alone, for lists to choose from. */
  jobs: (question: BoardQuestion) =>
    queryOptions({
      queryKey: ["jobs", "first", question],
      queryFn: () => api.board(question),
      placeholderData: keepPreviousData,
      refetchInterval: 30_000,
    }),
  /** What the shop has changed over the knowledge. */
  knowledge: () => queryOptions({ queryKey: ["knowledge"], queryFn: api.knowledge }),
  knowledgeFields: (record: string) =>
    queryOptions({ queryKey: ["knowledge", "fields", record], queryFn: () => api.knowledgeFields(record) }),
  learning: () => queryOptions({ queryKey: ["knowledge", "learning"], queryFn: api.learning }),
  /** What one learner practises. by: whose, at an open bench */
  practice: (by: string) => queryOptions({ queryKey: ["practice", by], queryFn: () => api.practice(by) }),
  practiceOfJob: (id: string) =>
    queryOptions({ queryKey: ["job", id, "practice"], queryFn: () => api.practiceOfJob(id), retry: false }),
  schools: () => queryOptions({ queryKey: ["schools"], queryFn: () => kept("schools", api.schools) }),
  cards: () => queryOptions({ queryKey: ["cards"], queryFn: () => kept("cards", api.cards) }),
  /** What each answer would lead to, as the job stands at a version; while the page lies idle. */
  ahead: (job: { id: string; version: number }) =>
    queryOptions({
      queryKey: ["job", job.id, "ahead", job.version],
      queryFn: () => kept(`ahead ${job.id} ${job.version}`, () => api.ahead(job.id)),
      staleTime: Infinity,
      retry: false,
    }),
  mixtureSheets: () => queryOptions({ queryKey: ["mixture"], queryFn: api.mixtureSheets, staleTime: Infinity }),
  /** sizes: as JSON */
  mixtureCurve: (family: string, sizes: string) =>
    queryOptions({
      queryKey: ["mixture", family, sizes],
      queryFn: ({ signal }) => api.mixtureCurve(family, JSON.parse(sizes) as Record<string, unknown>, signal),
      networkMode: "online", // it waits for the signal, and is asked for by itself when that is back
      staleTime: Infinity,
      gcTime: 60_000,
      retry: false,
    }),
  /** both: the sizes before and now, as JSON */
  whatIf: (family: string, both: string) =>
    queryOptions({
      queryKey: ["what-if", family, both],
      queryFn: ({ signal }) => {
        const { was, now } = JSON.parse(both) as { was: Record<string, unknown>; now: Record<string, unknown> };
        return api.whatIf(family, was, now, signal);
      },
      networkMode: "online",
      staleTime: Infinity,
      gcTime: 60_000,
      retry: false,
    }),
  visits: (id: string) =>
    queryOptions({ queryKey: ["job", id, "visits"], queryFn: () => api.visits(id), staleTime: 60_000, retry: false }),
  records: (question: RecordQuestion) =>
    infiniteQueryOptions({
      queryKey: ["jobs", "records", question],
      queryFn: ({ pageParam }) => api.records({ ...question, from: pageParam }),
      initialPageParam: 0,
      getNextPageParam: (page) => page.next ?? undefined,
      placeholderData: keepPreviousData,
    }),
  machines: (question: { q?: string; family?: string }) =>
    infiniteQueryOptions({
      queryKey: ["machines", question],
      queryFn: ({ pageParam }) => api.machines({ ...question, from: pageParam }),
      initialPageParam: 0,
      getNextPageParam: (page) => page.next ?? undefined,
      placeholderData: keepPreviousData,
    }),
  ownerSheet: (id: string) =>
    queryOptions({ queryKey: ["job", id, "owner"], queryFn: () => api.ownerSheet(id), retry: false }),
  /** By its code alone; the page of an owner knows nothing else. */
  openOwnerSheet: (code: string) =>
    queryOptions({
      queryKey: ["owner", code],
      queryFn: () => api.openOwnerSheet(code),
      retry: false,
      staleTime: Infinity,
    }),
  machine: (id: string) => queryOptions({ queryKey: ["machine", id], queryFn: () => api.machine(id), retry: false }),
  /** The setting loops as the job stands at a version; the last ones stay until the next are here. */
  settings: (job: { id: string; version: number }) =>
    queryOptions({
      queryKey: ["job", job.id, "settings", job.version],
      queryFn: () => kept(`settings ${job.id}`, () => api.settings(job.id)),
      placeholderData: keepPreviousData,
      staleTime: Infinity,
      retry: false,
    }),
  report: (id: string, audience: "customer" | "shop") =>
    queryOptions({ queryKey: ["job", id, "report", audience], queryFn: () => api.report(id, audience), retry: false }),
  /** The sheet of a repair as the job stands at a version. */
  workSheet: (job: { id: string; version: number }, repair: string, place: string) =>
    queryOptions({
      queryKey: ["sheet", job.id, job.version, repair, place],
      queryFn: () => kept(`sheet ${job.id} ${repair} ${place}`, () => api.workSheet(job.id, repair, place)),
      placeholderData: (last, query) => (query?.queryKey[3] === repair ? last : undefined),
      staleTime: Infinity,
      retry: false,
    }),
  jobSizes: (id: string) => queryOptions({ queryKey: ["job", id, "mixture"], queryFn: () => api.jobSizes(id) }),
  worktop: () => queryOptions({ queryKey: ["worktop"], queryFn: api.worktop, staleTime: Infinity }),
  logs: () => queryOptions({ queryKey: ["logs"], queryFn: api.logs }),
  log: (id: string) => queryOptions({ queryKey: ["log", id], queryFn: () => api.log(id) }),
};
