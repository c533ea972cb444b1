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

export type Act = "look" | "measure" | "finger" | "turn";
export const ACT_WORD: Record<Act, string> = {
  look: "Look here",
  measure: "Measure here",
  finger: "Finger here",
  turn: "Turn here",
};

/** Where each check goes, the first spot that the family has, and what is done there. Checks away from the carburetor have none. */
const PLACES: Record<string, [Act, ...string[]]> = {
  "line-flow": ["measure", "inlet"],
  "fuel-pressure": ["measure", "inlet"],
  "crank-delivery": ["measure", "inlet"],
  "aux-tank-carb": ["measure", "inlet"],
  "fuel-seen": ["look", "pumpNozzle", "nozzle"],
  "inlet-screen": ["look", "inlet"],
  "tap-prime": ["measure", "tap", "inlet"],
  "prime-bowl": ["measure", "vent"],
  "primer-lock": ["turn", "primer"],
  "venturi-size": ["measure", "throat", "nozzle"],
  "wet-map": ["look", "joint"],
  "drip-tap": ["look", "bowl"],
  linkage: ["look", "stop", "shaft"],
  "throttle-full": ["look", "plate"],
  "stop-turns": ["turn", "stop"],
  "screw-count": ["turn", "screw"],
  "screw-tip": ["look", "screw"],
  "choke-cold": ["look", "choke"],
  "choke-hot": ["look", "choke"],
  pulloff: ["measure", "pullOff"],
  "fast-idle": ["look", "cam"],
  enrichener: ["look", "enrichener"],
  "vac-hoses": ["look", "ports"],
  "vent-path": ["look", "vent"],
  "shaft-play": ["measure", "shaft"],
  fasteners: ["look", "halves", "base"],
  solenoid: ["look", "solenoid"],
  airbox: ["look", "airbox"],
  "carb-heat": ["look", "heat"],
  "aero-controls": ["look", "mixture"],
  governor: ["look", "governor"],
  "stop-response": ["turn", "speed", "stop"],
  "idle-vacuum": ["measure", "ports", "manifold"],
  "booster-dry": ["look", "nozzle"],
  "vent-finger": ["finger", "vent"],
  "screw-response": ["turn", "screw"],
  "mixture-sweep": ["turn", "screw"],
  "leak-spray": ["look", "base"],
  "choke-hand": ["finger", "horn"],
  "second-shut": ["measure", "second"],
  sync: ["measure", "sync", "horn"],
  "tap-body": ["finger", "inlet"],
  "L-response": ["turn", "screw"],
  "H-response": ["turn", "high"],
  "sec-open": ["look", "cell", "second"],
  "cutoff-drop": ["turn", "mixture"],
  "main-screw": ["turn", "mainJet"],
  "pump-shot": ["look", "pumpNozzle"],
  "pump-repeat": ["look", "pumpNozzle"],
  "shot-volume": ["measure", "pumpNozzle"],
  "pump-well": ["look", "pump"],
  "pump-parts": ["look", "pump"],
  "after-drip": ["look", "nozzle"],
  "wet-level": ["measure", "level"],
  "secondary-lift": ["finger", "airValve"],
  "bowl-look": ["look", "bowl"],
  "float-level": ["measure", "float"],
  "float-shake": ["finger", "float"],
  "float-weigh": ["measure", "float"],
  "needle-look": ["look", "needle"],
  "seat-look": ["look", "seat"],
  "seat-seal": ["look", "seat"],
  "hold-test": ["measure", "seat"],
  popoff: ["measure", "inlet"],
  "idle-jet-through": ["look", "idleJet", "lowHoles"],
  "main-jet-through": ["look", "mainJet"],
  "passage-blow": ["look", "idleBleed", "lowHoles"],
  emulsion: ["look", "emulsion"],
  "idle-port": ["measure", "port"],
  "plate-light": ["look", "plate"],
  "plate-edge": ["look", "slot"],
  "shaft-bench": ["measure", "shaft"],
  "power-parts": ["look", "power", "rods"],
  "vac-cell": ["measure", "cell"],
  tubes: ["look", "tubes"],
  "rods-hanger": ["look", "secondRods"],
  "booster-tight": ["finger", "nozzle"],
  "needle-jet": ["look", "needleJet"],
  "cv-diaphragm": ["look", "diaphragm"],
  "metering-lever": ["measure", "lever"],
  welch: ["look", "welch"],
  pulse: ["look", "pulse"],
  "crank-pressure": ["measure", "seal"],
  surfaces: ["look", "blockJoint", "joint"],
  "passage-size": ["measure", "passage"],
  "flow-compare": ["measure", "needleJet", "mainJet"],
  "advance-source": ["look", "ports"],
};

/** Where a check goes on a drawing, or null. */
export function placeOf(drawing: Drawing, check: string | null): { act: Act; spot: Spot } | null {
  const place = check ? PLACES[check] : undefined;
  if (!place) return null;
  const [act, ...names] = place;
  const spot = names.map((name) => drawing.spots[name]).find(Boolean);
  return spot ? { act, spot } : null;
}
