import type { Catalogue } from "../../api/types";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import type { Draft } from "./draft";

/** What is known of its past: each answer moves the odds, none is required. */
export function ContextQuestions(props: {
  catalogue: Catalogue;
  context: Record<string, string>;
  work: string[];
  onChange: (part: Partial<Draft>) => void;
}) {
  const { context, work } = props;
  const answer = (question: string, option: string) => {
    const rest = Object.fromEntries(Object.entries(context).filter(([key]) => key !== question));
    props.onChange({ context: context[question] === option ? rest : { ...context, [question]: option } });
  };
  const toggle = (id: string) =>
    props.onChange({ work: work.includes(id) ? work.filter((one) => one !== id) : [...work, id] });
  return (
    <Card>
      <h2 className="text-xl">What is known of it?</h2>
      <p className="mb-2 text-dim">Each answer moves the odds; leave out what nobody knows.</p>
      <div className="grid gap-x-8 gap-y-3 lg:grid-cols-2">
        {props.catalogue.questions.map((question) => (
          <Choices
            key={question.id}
            legend={question.name}
            options={question.options}
            chosen={[context[question.id] ?? ""]}
            onChoose={(option) => answer(question.id, option)}
          />
        ))}
        <Choices
          legend="What was worked on just before it began?"
          options={props.catalogue.work}
          chosen={work}
          onChoose={toggle}
        />
      </div>
    </Card>
  );
}

function Choices(props: {
  legend: string;
  options: { id: string; name: string }[];
  chosen: string[];
  onChoose: (id: string) => void;
}) {
  return (
    <fieldset>
      <legend className="mb-1 font-medium">{props.legend}</legend>
      <div className="flex flex-wrap gap-1.5">
        {props.options.map((option) => {
          const on = props.chosen.includes(option.id);
          return (
            <Button
              key={option.id}
              aria-pressed={on}
              className={`px-3! text-[15px] ${on ? "border-fuel! bg-fuel-soft!" : "border-line!"}`}
              onClick={() => props.onChoose(option.id)}
            >
              {option.name}
            </Button>
          );
        })}
      </div>
    </fieldset>
  );
}
