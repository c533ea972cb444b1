import { useDesk } from "../desk";

/** The server could not compute a next step: what can be done all the same. */
export function NonePanel() {
  const { job } = useDesk();
  return (
    <>
      <h2 className="text-[1.7rem] leading-tight">No next step</h2>
      <p className="mt-1 text-dim">{job.trace.next.reason}</p>
    </>
  );
}
