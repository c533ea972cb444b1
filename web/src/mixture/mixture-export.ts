import type { MixturePoint } from "../api/types";
import { cell } from "../worktop/export";
import { CIRCUITS } from "./mixture-geometry";

/** The curve as a table. */
export function mixtureCsv(points: MixturePoint[]): string {
  const rows = [
    [
      "throttle (%)",
      "speed (rpm)",
      "vacuum (inHg)",
      "air (g/s)",
      "lambda",
      ...CIRCUITS.map((circuit) => `${circuit} fuel (g/s)`),
      "main signal (kPa)",
      "slot or holes uncovered (mm2)",
      "second barrels open (%)",
    ],
    ...points.map((point) => [
      point.opening * 100,
      point.rpm,
      point.vacuum,
      point.air,
      point.lambda ?? "",
      ...CIRCUITS.map((circuit) => point.fuel[circuit]),
      point.signal,
      point.uncovered,
      point.second * 100,
    ]),
  ];
  return rows.map((row) => row.map(cell).join(",")).join("\r\n") + "\r\n";
}
