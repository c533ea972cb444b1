import type { CheckOption } from "../api/types";

/** How the machine must stand for a check, by the code of its state. */
export const STATE: Record<string, string> = {
  C: "stone cold",
  R: "running warm",
  K: "cranking",
  W: "warm, just stopped",
  S: "engine stopped",
  any: "as it stands",
  open: "cover or bowl off",
  bench: "carburetor off",
  apart: "taken apart",
};

export const ENGINE = { cold: "Stone cold", running: "Running warm", warm: "Warm, stopped" } as const;
export const CARBURETOR = {
  on: "Carburetor on",
  open: "Cover or bowl off",
  bench: "Off the engine",
  apart: "Apart",
} as const;

/** When a check can be done, for the list of what is coming up. */
export const GROUP = {
  cold: "While it is cold",
  stopped: "Standing still",
  running: "Once warm",
  "just-stopped": "Just stopped",
  opened: "On the bench",
} as const;

/** Minutes of a step, with the way to it. */
export function minutesOf(option: Pick<CheckOption, "minutes" | "travel">): string {
  return option.travel > 0 ? `${option.minutes} min + ${option.travel} to get there` : `${option.minutes} min`;
}
