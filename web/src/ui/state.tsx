import { ApiError } from "../api/problem";
import { Button } from "./button";

export function Loading({ what = "the page" }: { what?: string }) {
  return (
    <p role="status" className="grid min-h-[60dvh] place-items-center text-dim">
      Fetching {what} ...
    </p>
  );
}

/** A view that could not be fetched: what happened and the way on. */
export function Failed({ error, again }: { error: Error; again: () => void }) {
  const title = error instanceof ApiError ? error.problem.title : "Something went wrong";
  return (
    <section role="alert" className="mx-auto max-w-lg py-20 text-center">
      <h1 className="text-2xl">{title}</h1>
      <p className="my-4 text-dim">{error.message}</p>
      <Button onClick={again}>Try again</Button>
    </section>
  );
}
