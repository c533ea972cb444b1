import { Link } from "react-router";

export function NotFound() {
  return (
    <section className="py-24 text-center">
      <h1 className="text-3xl">Nothing grows here</h1>
      <p className="my-3 text-dim">There is no page at this address.</p>
      <Link to="/" className="inline-flex min-h-11 items-center text-fuel underline">
        Back to the bench
      </Link>
    </section>
  );
}
