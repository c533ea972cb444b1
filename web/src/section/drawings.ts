import type { Check } from "../api/types";
import { aeroUpdraft, carOne, carTwo, fourBlock, fourValve, progressiveTwo } from "./families/downdraft";
import { diaphragm } from "./families/diaphragm";
import { cv, sideTwin, slide, smallFloat } from "./families/sidedraft";
import type { Drawing, Spot } from "./pieces";

/** The schematic of every family. */
export const DRAWINGS: Record<string, Drawing> = {
  "car-one": carOne,
  "car-two": carTwo,
  "progressive-two": progressiveTwo,
  "four-valve": fourValve,
  "four-block": fourBlock,
  "side-twin": sideTwin,
  slide,
  cv,
  "small-float": smallFloat,
  diaphragm,
  "aero-updraft": aeroUpdraft,
};

type Place = NonNullable<Check["place"]>;

export const ACT_WORD: Record<Place["act"], string> = {
  look: "Look here",
  measure: "Measure here",
  finger: "Finger here",
  turn: "Turn here",
};

/** Where a check is done on a drawing: the first of its spots that the drawing has, or null. */
export function placeOf(
  drawing: Drawing,
  check: Pick<Check, "place"> | null,
): { act: Place["act"]; spot: Spot } | null {
  const spot = check?.place?.spots.map((name) => drawing.spots[name]).find(Boolean);
  return check?.place && spot ? { act: check.place.act, spot } : null;
}
