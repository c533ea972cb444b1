import { entry } from "../api/client";
import type { Trace } from "../api/types";
import type { Desk } from "./trace-view";

const ENGINE = { cold: "Stone cold", running: "Running warm", warm: "Warm, stopped" } as const;
const CARBURETOR = { on: "Carburetor on", open: "Cover or bowl off", bench: "Off the engine", apart: "Apart" } as const;

/** How the machine stands now; changed here when it changed without a check. */
export function StateBar({ trace, desk }: { trace: Trace; desk: Desk }) {
  const set = (data: Record<string, string>) => void desk.add(entry("state", data));
  const look = "bg-raised border-edge min-h-11 rounded-xl border-2 px-3";
  return (
    <>
      <label>
        <span className="sr-only">Engine</span>
        <select
          className={look}
          value={trace.state.engine}
          disabled={trace.closing !== null}
          onChange={(event) =>
            set(
              event.target.value === "running"
                ? { engine: "running", carburetor: "on" }
                : { engine: event.target.value },
            )
          }
        >
          {Object.entries(ENGINE).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="sr-only">Carburetor</span>
        <select
          className={look}
          value={trace.state.carburetor}
          disabled={trace.closing !== null}
          onChange={(event) =>
            set(
              trace.state.engine === "running"
                ? { engine: "warm", carburetor: event.target.value }
                : { carburetor: event.target.value },
            )
          }
        >
          {Object.entries(CARBURETOR).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <span className="px-1 text-sm text-dim tabular-nums">{trace.minutes} min</span>
    </>
  );
}
