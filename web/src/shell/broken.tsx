import { useRouteError } from "react-router";
import { Button } from "../ui/button";

/** A page that could not be drawn: what was entered is kept, and there are ways on. */
export function Broken() {
  const error = useRouteError();
  return (
    <section role="alert" className="py-24 text-center">
      <h1 className="text-3xl">This page has broken off</h1>
      <p className="my-3 text-dim">
        What you entered is kept in this browser and on the server. {error instanceof Error ? error.message : ""}
      </p>
      <Button look="fuel" onClick={() => window.location.reload()}>
        Load it again
      </Button>
    </section>
  );
}
