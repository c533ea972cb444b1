import { Check } from "lucide-react";
import { Link } from "react-router";
import { Card } from "../../ui/card";
import { useDesk } from "../desk";

/** The plan this job is about, with what is done of it. */
export function PlanCard() {
  const { job } = useDesk();
  const { plan } = job.trace;
  if (!plan) return null;
  const next = plan.steps.find((step) => !step.done && !step.left);
  return (
    <Card aria-label="Plan" className="order-2 lg:order-none">
      <h2 className="flex flex-wrap items-baseline justify-between gap-x-4 text-xl">
        {plan.name}
        <Link to={`/jobs/${job.id}/plan`} className="inline-flex min-h-11 items-center text-base underline">
          Sheet to print
        </Link>
      </h2>
      <p className="text-sm text-dim">{plan.says}</p>
      {plan.due && <p className="text-sm text-dim">Due: {plan.due}</p>}
      <ol className="mt-2 grid gap-x-4 sm:grid-cols-2">
        {plan.steps.map((step, i) => (
          <li
            key={step.id}
            aria-current={step === next ? "step" : undefined}
            className="flex min-h-8 items-center gap-2 aria-[current]:font-semibold aria-[current]:text-fuel"
          >
            <span className="w-6 text-right text-dim tabular-nums">{i + 1}.</span>
            <span className="flex-1">
              {step.name}
              {step.left && <span className="block text-sm text-dim">left out: {step.left}</span>}
            </span>
            {step.done && !step.left && <Check size={18} aria-label="done" className="text-leaf" />}
          </li>
        ))}
      </ol>
    </Card>
  );
}
