import type { components } from "./schema.generated";

type Schemas = components["schemas"];

export type Account = Schemas["Account"];
export type Ahead = NonNullable<Schemas["Ahead"]>;
export type Role = Schemas["Role"];
export type Person = Schemas["People"]["people"][number];
export type Catalogue = Schemas["Catalogue"];
export type Job = Schemas["Job"];
export type JobSummary = Schemas["JobSummary"];
export type BoardPage = Schemas["JobList"];
export type Trace = Schemas["Trace"];
export type NewEntry = Schemas["NewEntry"];
export type NewJob = Schemas["NewJob"];
export type Finding = Schemas["Finding"];
export type Suspect = Schemas["Suspect"];
export type CheckOption = Schemas["CheckOption"];
export type RepairPlan = Schemas["RepairPlan"];
export type NextStep = Schemas["NextStep"];
export type Defect = Schemas["Defect"];
export type ProofItem = Schemas["ProofItem"];
export type Problem = Schemas["Problem"];
/** How this shop works: its schools, and the tools it lacks. */
export type ShopWays = Schemas["ShopWays"];
export type Check = Catalogue["checks"][number];
export type Reading = NonNullable<Check["reading"]>;
export type ReadingData = Schemas["Reading"];
export type Judged = Schemas["Judged"];
export type Calculator = Schemas["Calculator"];
export type CalculatorInput = Schemas["CalculatorInput"];
export type Answer = Schemas["Answer"];
export type SpecCard = Schemas["Card"];
export type CardData = Schemas["CardData"];
export type GivenLimits = Schemas["GivenLimits"];
export type MixtureSheets = Schemas["MixtureSheets"];
export type HoleField = Schemas["HoleField"];
export type MixturePoint = Schemas["MixturePoint"];
export type MixtureCurve = Schemas["MixtureCurve"];
export type EngineTried = Schemas["EngineTried"];
export type WhatIf = Schemas["WhatIf"];
export type MixtureFit = Schemas["MixtureFit"];
/** One mixture measured at the tailpipe. */
export type MeasuredMixture = Schemas["MeasuredMixture"]["measured"][number];
export type Visit = Schemas["Visit"];
export type MachineRow = Schemas["MachineRow"];
export type MachineRecord = Schemas["MachineRecord"];
export type RecordRow = Schemas["RecordPage"]["jobs"][number];
/** What records are searched by; empty words narrow nothing. after, before: days as 2026-11-27 */
export type RecordQuestion = {
  q?: string;
  family?: string;
  ended?: RecordRow["ended"];
  after?: string;
  before?: string;
  from?: number;
};
export type Report = Schemas["Report"];
export type WorkSheet = Schemas["WorkSheet"];
export type PartOff = Schemas["PartOff"];
export type SettingLoop = Schemas["SettingLoop"];
export type SettingField = SettingLoop["fields"][number];
export type SettingCurve = NonNullable<Schemas["SettingCurve"]>;
export type OwnerSheet = Schemas["OwnerSheet"];
export type OwnerAnswers = Schemas["OwnerAnswers"];
export type PhotoRow = Schemas["PhotoRow"];
export type SheetStep = Schemas["SheetStep"];
export type Question = Schemas["Question"];
export type SpecItem = Schemas["Cards"]["items"][number];
export type DataLog = Schemas["Log"];
export type LogReading = NonNullable<DataLog["reading"]>;
export type LogEvent = LogReading["events"][number];
export type Symptom = Catalogue["symptoms"][number];
export type Share = Schemas["Share"];
export type Told = Schemas["Told"];
export type Curve = NonNullable<Schemas["Curve"]>;
/** A page of the board: state open (the default), closed, or waiting until a time; waits: what it waits for; q: words on the card; from: where it begins. */
export type BoardQuestion = { state?: "open" | "closed" | "waiting"; waits?: string[]; q?: string; from?: number };
/** What a lead may change of a record of the knowledge, and what the shop has changed so far. */
export type KnowledgeField = Schemas["KnowledgeField"];
export type Knowledge = Schemas["Knowledge"];
export type KnowledgeRow = Knowledge["changes"][number];
export type Amendment = Schemas["Amendment"];
export type KnowledgeEffect = Schemas["KnowledgeEffect"];
/** What closed jobs come to, and what they propose. */
export type Learning = Schemas["Learning"];
export type Proposal = Schemas["Proposal"];
export type Proportion = Schemas["Proportion"];
export type ProposalEffect = Schemas["ProposalEffect"];
export type Verdict = Schemas["ProposalVerdict"]["verdict"];
export type PasskeySetUp = Schemas["PasskeySetUp"];
export type PasskeyAnswer = Schemas["PasskeyAnswer"];
/** Practice on the simulated engine: a learner's record, one practice, and what it came to. */
export type NewPractice = Schemas["NewPractice"];
export type NewExercise = Schemas["NewExercise"];
export type PracticeRecord = Schemas["PracticeRecord"];
export type PracticeOfJob = Schemas["PracticeOfJob"];
export type Debrief = NonNullable<PracticeOfJob["debrief"]>;
export type PracticeStep = Schemas["PracticeStep"];
/** What is done to the simulated engine for a moment, and what is then read. */
export type EngineRun = Schemas["PracticeEngine"];
export type EngineReading = Schemas["PracticeReading"];
