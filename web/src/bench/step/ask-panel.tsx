import { entry } from "../../api/entries";
import { lower } from "../../words/lower";
import { useDesk } from "../desk";
import { Answers } from "./answers";
import { askMachine, Simulated } from "./simulated";

/** One quiet question: of a symptom nobody has spoken of, or of when the complaint shows. "Does not know" is an answer. */
export function AskPanel() {
  const { job, catalogue, add } = useDesk();
  const { ask, reason } = job.trace.next;
  if (!ask) return null;
  const { symptom, condition } = ask;
  const answer = (word: "yes" | "no" | "unknown") => {
    if (condition) void add(entry("condition", { symptom, condition, answer: word }));
    else void add(entry("symptom", { symptom, seen: SEEN[word], asked: true }));
  };
  const when = catalogue.conditions.find((row) => row.id === condition);
  return (
    <div>
      <p className="text-sm font-semibold text-fuel">Ask, or look</p>
      <h2 className="text-[1.7rem] leading-tight">
        {when ? `Does it do it ${when.name}?` : `Does it do this too: ${lower(ask.name)}?`}
      </h2>
      {when && <p className="mt-1">{catalogue.symptoms.find((row) => row.id === symptom)?.name}</p>}
      <p className="mt-1 text-dim">{reason}</p>
      <Simulated
        name="Ask the owner"
        ask={askMachine({ symptom, ...(condition && { condition }) })}
        onAnswer={({ answer: word }) => answer(word)}
      />
      <Answers
        answers={[
          { name: "Yes", act: () => answer("yes") },
          { name: "No", act: () => answer("no") },
          { name: "Nobody knows", act: () => answer("unknown") },
        ]}
      />
    </div>
  );
}

const SEEN = { yes: "present", no: "absent", unknown: "unknown" } as const;
