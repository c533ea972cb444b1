import { entry } from "../api/entries";
import type { Answer, Calculator } from "../api/types";
import { PickJob } from "../jobs/pick-job";
import { answerText } from "./export";

/** Sends an answer to an open job, as a note or, where a check takes it, as its reading. */
export function SendToJob(props: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  calculator: Calculator;
  answer: Answer;
  inputs: Record<string, unknown>;
}) {
  const { calculator } = props;
  const { check } = calculator;
  const text = answerText(calculator, props.answer);
  return (
    <PickJob
      open={props.open}
      onOpenChange={props.onOpenChange}
      title="Send to a job"
      description={text}
      ways={[
        { name: "As a note", entry: () => entry("note", { text }) },
        ...(check
          ? [
              {
                name: "As the check's reading",
                entry: () => entry("check", { check, reading: { inputs: props.inputs } }),
              },
            ]
          : []),
      ]}
    />
  );
}
