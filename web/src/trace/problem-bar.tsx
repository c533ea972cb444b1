import { Button } from "../ui/button";
import type { Desk } from "./trace-view";

/** What stands in the way of storing an entry, and the way on. Nothing typed is lost meanwhile. */
export function ProblemBar({ desk }: { desk: Desk }) {
  const { problem, kept } = desk;
  if (!problem) return null;
  const stale = problem.status === 409;
  return (
    <div
      role="alert"
      className="mb-3 flex flex-wrap items-center gap-3 rounded-xl border-2 border-rust bg-rust-soft p-3"
    >
      <p className="min-w-60 flex-1">
        <strong>{problem.title}.</strong> {problem.detail}
        {kept.length > 0 && !stale && ` ${kept.length} ${kept.length === 1 ? "entry waits" : "entries wait"} here.`}
      </p>
      {kept.length > 0 ? (
        <>
          <Button onClick={() => void desk.again()}>{stale ? "Record mine after theirs" : "Send now"}</Button>
          <Button look="quiet" onClick={desk.drop}>
            Drop what I entered
          </Button>
        </>
      ) : (
        <Button look="quiet" onClick={desk.dismiss}>
          Understood
        </Button>
      )}
    </div>
  );
}
