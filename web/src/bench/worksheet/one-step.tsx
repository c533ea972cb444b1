import { ArrowLeft, ArrowRight, Check as Tick, ShieldAlert, Volume2, VolumeX } from "lucide-react";
import { useEffect, useMemo, useRef } from "react";
import { Link } from "react-router";
import type { WorkSheet } from "../../api/types";
import { useKeys, useShown } from "../../keys/use-keys";
import { Section } from "../../section/later";
import { Button } from "../../ui/button";
import { useDesk } from "../desk";
import { NotedFields } from "./noted-fields";
import { useMark } from "./use-mark";
import type { Laid, Progress } from "./use-progress";
import { useVoice } from "./voice";

/** The step at hand in large type, with its cautions, its figures and its place on the section; made for one hand. */
export function OneStep({ sheet, progress, step }: { sheet: WorkSheet; progress: Progress; step: Laid }) {
  const { steps, done, goTo } = progress;
  const mark = useMark(progress);
  const voice = useVoice();
  const shown = useShown();
  const heading = useRef<HTMLHeadingElement>(null);
  const last = useRef(step.id);
  const place = steps.findIndex((one) => one.id === step.id);
  const to = (by: number) => goTo(steps[place + by]?.id ?? null);
  const finish = () => {
    if (mark(step, true)) to(1);
  };
  const cautions = sheet.cautions.filter((one) => step.hazards.includes(one.id));
  const aloud = () => {
    if (voice?.speaking) voice.hush();
    else voice?.say(spoken(step, cautions));
  };
  // The new step is told to who does not see it, and the focus goes along.
  useEffect(() => {
    if (last.current !== step.id) heading.current?.focus();
    last.current = step.id;
  }, [step.id]);
  useKeys("This sheet", [
    ["Enter", "Done, and on", finish],
    ["ArrowRight", "On without a tick", () => to(1)],
    ["ArrowLeft", "One step back", () => place > 0 && to(-1)],
    ...(voice ? [["r", "Read it aloud", aloud] as [string, string, () => void]] : []),
  ]);
  return (
    <div className="grid items-start gap-x-6 gap-y-3 lg:grid-cols-[3fr_2fr]">
      <section aria-labelledby="step-at-hand" className="min-w-0 pb-24 sm:pb-0">
        <p className="flex flex-wrap items-center gap-x-3 text-dim">
          <span>
            {step.section} · step {step.number} of {steps.length}
          </span>
          {done.has(step.id) && (
            <span className="inline-flex items-center gap-1 text-leaf">
              <Tick size={18} aria-hidden /> done
            </span>
          )}
        </p>
        <h2
          id="step-at-hand"
          ref={heading}
          tabIndex={-1}
          className="mt-1 text-[1.7rem] leading-snug font-semibold outline-none sm:text-[2.1rem]"
        >
          {step.do}
        </h2>
        {step.stop && (
          <p className="mt-3 border-l-4 border-leaf bg-leaf-soft px-3 py-2 text-xl leading-snug">
            <strong className="block text-base font-semibold text-leaf">Right when</strong>
            {step.stop}
          </p>
        )}
        {cautions.map((one) => (
          <p key={one.id} className="mt-2 flex gap-2 border-l-4 border-rust bg-rust-soft px-3 py-2">
            <ShieldAlert size={20} aria-hidden className="mt-0.5 shrink-0 text-rust" />
            <span>
              <strong>{one.name}.</strong> {one.caution}
            </span>
          </p>
        ))}
        <NotedFields step={step} progress={progress} />
        <Facts step={step} />
        <div className="mt-4 flex gap-2 max-sm:fixed max-sm:inset-x-0 max-sm:bottom-[calc(3.5rem+env(safe-area-inset-bottom))] max-sm:z-20 max-sm:mt-0 max-sm:border-t max-sm:border-line max-sm:bg-sheet max-sm:p-2 print:hidden">
          <Button aria-label="One step back" disabled={place === 0} onClick={() => to(-1)} className="min-h-14 px-4!">
            <ArrowLeft size={22} aria-hidden />
          </Button>
          <Button look="fuel" className="min-h-14 flex-1 text-xl" onClick={finish} aria-keyshortcuts={shown("Enter")}>
            <Tick size={22} aria-hidden /> Done
          </Button>
          <Button aria-label="On without a tick" onClick={() => to(1)} className="min-h-14 px-4!">
            <ArrowRight size={22} aria-hidden />
          </Button>
          {voice && (
            <Button
              aria-label={voice.speaking ? "Stop reading" : "Read it aloud"}
              aria-keyshortcuts={shown("r")}
              onClick={aloud}
              className="min-h-14 px-4!"
            >
              {voice.speaking ? <VolumeX size={22} aria-hidden /> : <Volume2 size={22} aria-hidden />}
            </Button>
          )}
        </div>
      </section>
      <Where step={step} />
    </div>
  );
}

/** What a voice says of a step: what to do, when it is right, what to watch for. */
function spoken(step: Laid, cautions: WorkSheet["cautions"]): string {
  const careful = cautions.length > 0 ? `Caution: ${cautions.map((one) => one.name).join(", ")}.` : "";
  return [step.do, step.stop && `Right when: ${step.stop}`, careful].filter(Boolean).join(" ");
}

/** Where its figures come from, and the check that tells. */
function Facts({ step }: { step: Laid }) {
  const { job } = useDesk();
  const known = step.figures.filter((one) => one.source);
  const open = step.figures.filter((one) => !one.text);
  return (
    <ul className="mt-2 space-y-1 text-[15px] text-dim">
      {known.map((one) => (
        <li key={one.id}>
          {one.name}: {one.source}.
        </li>
      ))}
      {open.map((one) => (
        <li key={one.id}>
          {one.name}: nobody has said it here. The maker’s figure, or a spec card for this job, fills it in.
        </li>
      ))}
      {step.check && (
        <li>
          <Link to={`/jobs/${job.id}?check=${step.check.id}`} className="inline-flex min-h-11 items-center underline">
            Take the check: {step.check.name}
          </Link>
        </li>
      )}
    </ul>
  );
}

/** Its place on the section, where it has one there. */
function Where({ step }: { step: Laid }) {
  const { job, catalogue } = useDesk();
  const { machine, state } = job.trace;
  const features = useMemo(() => new Set(machine.features), [machine.features]);
  const pointed = useMemo(() => {
    const any = catalogue.checks[0];
    return any && step.spots.length > 0
      ? { ...any, name: step.do, place: { act: "look" as const, spots: step.spots } }
      : null;
  }, [catalogue.checks, step.do, step.spots]);
  return (
    <div className="min-w-0 max-lg:hidden print:hidden">
      <Section
        family={machine.family}
        features={features}
        catalogue={catalogue}
        faults={[]}
        check={pointed}
        cold={state.engine === "cold"}
        odds={false}
      />
    </div>
  );
}
