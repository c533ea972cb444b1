import { FileDown } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { DataLog, EngineReading } from "../../api/types";
import { Button } from "../../ui/button";
import { logOf, SHORTEST } from "./recording";

/** What the engine was read at since it was taken, kept as a data log like one that a logger wrote. */
export function KeepLog({ name, recorded }: { name: string; recorded: () => readonly EngineReading[] }) {
  const [log, setLog] = useState<DataLog | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async () => {
    setLog(null);
    const readings = recorded();
    if (readings.length < SHORTEST) {
      setProblem("Let it run for some seconds first: there is nothing to keep yet.");
      return;
    }
    setProblem(null);
    try {
      const file = new File([logOf(readings)], `${name}.csv`, { type: "text/csv" });
      setLog(await api.sendLog(file, () => undefined));
    } catch (error) {
      setProblem(error instanceof Error ? error.message : "The log could not be kept");
    }
  };
  return (
    <>
      <Button onClick={() => void keep()}>
        <FileDown size={16} aria-hidden /> Keep as a log
      </Button>
      <p aria-live="polite" className="self-center">
        {log && <Link to={`/logs/${log.id}`}>Kept: see what it shows</Link>}
        {problem && <span className="text-rust">{problem}</span>}
      </p>
    </>
  );
}
