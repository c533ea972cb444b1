import { X } from "lucide-react";
import { Link } from "react-router";
import type { Suspect } from "../../api/types";
import { Button } from "../../ui/button";
import { Card } from "../../ui/card";
import { LeafIcon } from "../../ui/icons";
import { percent } from "../../words/percent";
import { useDesk } from "../desk";
import { Reasons } from "./reasons";

const SHOWN = 5;

/** A limb opened: who is suspected in this circuit, why, which checks would settle it, what mending takes; or what cleared it. */
export function LimbPanel({ circuit, onClose }: { circuit: string; onClose: () => void }) {
  const { job, catalogue } = useDesk();
  const { trace } = job;
  const row = catalogue.circuits.find((one) => one.id === circuit);
  const share = trace.circuits.find((one) => one.id === circuit);
  const cleared = trace.findings.find((finding) => finding.entry === share?.cleared_by);
  const faults = trace.faults.filter((fault) => fault.circuit === circuit).slice(0, SHOWN);
  return (
    <Card aria-label={`Limb: ${row?.name ?? circuit}`} className="border-2! border-fuel!">
      <div className="flex items-start gap-2">
        <div className="mr-auto">
          <h2 className="text-xl">
            {row?.name} <span className="text-fuel">{percent(share?.blame ?? 0)}</span>
          </h2>
          <p className="text-sm text-dim">{row?.does}</p>
        </div>
        <Button look="quiet" aria-label="Let the limb go" onClick={onClose}>
          <X size={20} aria-hidden />
        </Button>
      </div>
      {cleared && (
        <p className="mt-2 flex items-start gap-2 rounded-lg bg-leaf-soft p-2">
          <LeafIcon className="mt-0.5 shrink-0 text-leaf" /> Cleared most by: {cleared.says}
        </p>
      )}
      <ul className="mt-2">
        {faults.map((fault) => (
          <Twig key={fault.id} fault={fault} />
        ))}
      </ul>
    </Card>
  );
}

function Twig({ fault }: { fault: Suspect }) {
  const { job, catalogue } = useDesk();
  const known = catalogue.faults.find((row) => row.id === fault.id);
  const done = new Set(job.trace.findings.filter((row) => row.kind === "check").map((row) => row.id));
  const settling = [...new Set(known?.proof.map((row) => row.check))].filter((id) => !done.has(id));
  return (
    <li className="border-t border-line py-2">
      <p className="flex gap-2 font-medium">
        <span className="w-12 shrink-0 font-display text-fuel tabular-nums">{percent(fault.probability)}</span>
        {fault.name}
      </p>
      <div className="pl-14 text-sm">
        <p className="text-dim">{fault.why}</p>
        {fault.reasons && <Reasons reasons={fault.reasons} />}
        {settling.length > 0 && (
          <p className="mt-1 flex flex-wrap items-center gap-x-2">
            Would settle it:
            {settling.slice(0, 3).map((id) => (
              <Link
                key={id}
                to={`?check=${id}&at=${job.version}`}
                replace
                className="inline-flex min-h-11 items-center rounded-lg px-1.5 hover:bg-raised"
              >
                {catalogue.checks.find((row) => row.id === id)?.name ?? id}
              </Link>
            ))}
          </p>
        )}
        {known && (
          <p>
            <span className="text-dim">To mend:</span> {known.repair}
          </p>
        )}
      </div>
    </li>
  );
}
