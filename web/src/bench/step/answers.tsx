import { useKeys, useShown } from "../../keys/use-keys";
import { Button } from "../../ui/button";

export type Answer = { name: string; hint?: string; look?: "good" | "plain"; act: () => void };

/** Three short ones stand side by side; one alone takes the width. */
function columns(answers: Answer[]): string {
  if (answers.length < 2) return "";
  return answers.length === 3 && answers.every((answer) => !answer.hint) ? "sm:grid-cols-3" : "sm:grid-cols-2";
}

/** A few large answers to one question, each with its digit. */
export function Answers({ answers }: { answers: Answer[] }) {
  const shown = useShown();
  useKeys(
    "The step",
    answers.map((answer, i) => [String(i + 1), answer.name, answer.act]),
  );
  return (
    <div className={`mt-4 grid gap-2 ${columns(answers)}`}>
      {answers.map((answer, i) => (
        <Button
          key={answer.name}
          className={`min-h-14 justify-start! py-4! text-left text-lg ${answer.look === "good" ? "border-leaf!" : ""}`}
          onClick={answer.act}
          aria-keyshortcuts={shown(String(i + 1))}
        >
          <span>
            {answer.name}
            {answer.hint && <span className="block text-sm font-normal text-dim">{answer.hint}</span>}
          </span>
        </Button>
      ))}
    </div>
  );
}
