import { SlidersHorizontal } from "lucide-react";
import { Link } from "react-router";
import { Card } from "../../ui/card";
import { useDesk } from "../desk";

/** Setting loops that were begun: the next turn of each, or that it has settled. */
export function SettingsUnderWay() {
  const { job } = useDesk();
  const { settings, closing } = job.trace;
  if (settings.length === 0 || closing !== null) return null;
  return (
    <Card aria-label="Settings in rounds">
      <h2 className="flex items-center gap-2 text-xl">
        <SlidersHorizontal size={20} aria-hidden /> Settings in rounds
      </h2>
      <ul>
        {settings.map((row) => (
          <li key={`${row.loop} ${row.place}`} className="border-t border-line">
            <Link
              to={`/jobs/${job.id}/set/${row.loop}${row.place ? `?place=${row.place}` : ""}`}
              className="block min-h-11 py-2 no-underline"
            >
              <strong className="font-semibold">{row.name}</strong>{" "}
              <span className={row.settled ? "text-leaf" : "text-fuel"}>{row.settled ? "settled" : "under way"}</span>
              <span className="block text-dim">{row.says}</span>
            </Link>
          </li>
        ))}
      </ul>
    </Card>
  );
}
