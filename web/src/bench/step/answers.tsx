import { useKeys, useShown } from "../../keys/use-keys";
import { Button } from "../../ui/button";

export type Answer = { name: string; hint?: string; look?: "good" | "plain"; act: () => void };

/** A few large answers to one question, each with its digit. */
export function Answers({ answers }: { answers: Answer[] }) {
  const shown = useShown();
  useKeys(
    "The step",
    answers.map((answer, i) => [String(i + 1), answer.name, answer.act]),
  );
  return (
    <div className={`mt-4 grid gap-2 ${answers.length > 1 ? "sm:grid-cols-2" : ""}`}>
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
