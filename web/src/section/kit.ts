import { along, box, boreDown, flow, piece, riding, type Drawing } from "./pieces";

/** Building blocks that several families share. Every block is a part of a drawing. */

/** A float bowl with its inlet on the left wall: needle, seat, float, level, vent, joint. */
export function floatBowl(
  x: number,
  y: number,
  width: number,
  height: number,
  ventTo: [number, number],
): Partial<Drawing> {
  const level = y + height * 0.34;
  const floor = y + height - 2;
  const heights = { top: level, bottom: floor };
  const right = x + width;
  return {
    pieces: [
      piece("Bowl", "level", "air", box(x, y, width, height, 6)),
      riding({ on: "is", ...heights }, piece("Fuel", "supply", "fuel", box(x + 2, level, width - 4, floor - level, 5))),
      piece("Bowl gasket", "leak-out", "soft", box(x - 26, y - 8, width + 44, 5)),
      piece("Inlet fitting", "leak-out", "metal", box(x - 52, y + 4, 30, 22, 3), ["pumped"]),
      piece("Inlet screen", "supply", "soft", box(x - 24, y + 8, 9, 14), ["inlet-screen"]),
      piece("Inlet seat", "level", "jet", box(x - 12, y + 5, 16, 20, 2)),
      piece("Inlet seat", "level", "metal", box(x - 34, y + 3, 22, 24, 3), ["outside-inlet"]),
      piece("Inlet needle", "level", "part", `M${x + 4} ${y + 9}h16v12h-16l-7 -6Z`),
      riding(
        { on: "floats", ...heights },
        piece("Float", "level", "part", box(x + 34, level - 17, width - 62, 32, 14)),
      ),
      riding(
        { on: "hangs", ...heights, x: x + 20, y: y + 15, reach: width - 53 },
        piece(
          "Float",
          "level",
          "part",
          `M${x + 20} ${y + 12}L${right - 36} ${level - 8}L${right - 30} ${level - 4}L${x + 21} ${y + 18}Z`,
        ),
      ),
      piece(
        "Bowl vent",
        "vent",
        "air",
        `M${right - 34} ${y + 2}V${ventTo[1] + 6}H${ventTo[0]}v-9H${right - 43}V${y + 2}Z`,
      ),
    ],
    flows: [
      flow("supply", "fuel", along([x - 70, y + 15], [x - 14, y + 15], [x + 6, y + 15])),
      flow("level", "fuel", along([x + 8, y + 22], [x + 14, level + 8])),
      flow("vent", "air", along([ventTo[0] - 4, ventTo[1] + 1], [right - 38, ventTo[1] + 1], [right - 38, y + 14])),
    ],
    spots: {
      inlet: { x: x - 38, y: y + 15 },
      seat: { x: x - 4, y: y + 15 },
      needle: { x: x + 10, y: y + 15 },
      float: { x: x + width / 2, y: level },
      level: { x: right - 14, y: level },
      bowl: { x: x + width / 2, y: y + height - 16 },
      vent: { x: ventTo[0] - 12, y: ventTo[1] + 1 },
      joint: { x: x + width / 2, y: y - 6 },
    },
  };
}

/** Main jet at the foot of the bowl, well with emulsion tube, air bleed on top, nozzle into a bore. */
export function mainCircuit(
  jetX: number,
  jetY: number,
  wellX: number,
  top: number,
  nozzle: [number, number],
): Partial<Drawing> {
  return {
    pieces: [
      piece("Bowl passage", "supply", "hole", box(jetX - 6, jetY - 4, wellX - jetX + 10, 10)),
      piece("Main well", "main", "hole", box(wellX - 8, top + 28, 16, jetY - top - 22)),
      piece("Main jet", "main", "jet", box(jetX + 8, jetY - 7, 15, 15, 2)),
      piece("Emulsion tube", "main", "part", box(wellX - 3.5, top + 22, 7, jetY - top - 40), ["emulsion-tube"]),
      piece("Main air bleed", "vent", "jet", box(wellX - 6, top + 12, 12, 11, 2)),
      piece("Booster", "main", "hole", `M${wellX} ${nozzle[1] - 5}H${nozzle[0]}v9H${wellX}Z`),
    ],
    flows: [
      flow(
        "main",
        "fuel",
        along([jetX - 8, jetY + 1], [wellX, jetY + 1], [wellX, nozzle[1]], [nozzle[0] + 4, nozzle[1]]),
      ),
      flow("vent", "air", along([wellX, top - 4], [wellX, top + 44])),
    ],
    spots: {
      mainJet: { x: jetX + 15, y: jetY },
      emulsion: { x: wellX, y: (top + jetY) / 2 + 20 },
      mainBleed: { x: wellX, y: top + 17 },
      nozzle: { x: nozzle[0], y: nozzle[1] },
      passage: { x: jetX + 2, y: jetY + 1 },
    },
  };
}

/** Idle: from the well up over the fuel level, bled, down to slot, port and screw beside the plate. side: which wall of the bore. */
export function idleCircuit(
  wellX: number,
  wellY: number,
  top: number,
  downX: number,
  plateY: number,
  wall: number,
): Partial<Drawing> {
  const out = wall > downX ? 1 : -1;
  return {
    pieces: [
      piece(
        "Idle passage",
        "idle",
        "hole",
        `M${wellX - 4} ${wellY}V${top + 8}H${downX + 4}V${plateY + 26}H${downX - 4}V${top + 16}H${wellX + 4}V${wellY}Z`,
      ),
      piece("Idle jet", "idle", "jet", box(wellX - 7, wellY - 34, 14, 13, 2), ["idle-jet"]),
      piece("Idle air bleed", "vent", "jet", box(downX - 6, top - 6, 12, 11, 2)),
      piece(
        "Transfer slot",
        "transition",
        "hole",
        box(Math.min(downX, wall) - 2, plateY - 18, Math.abs(wall - downX) + 4, 9),
        ["transition-ports"],
      ),
      piece("Idle port", "idle", "hole", box(Math.min(downX, wall) - 2, plateY + 17, Math.abs(wall - downX) + 4, 7)),
      piece(
        "Mixture screw",
        "idle",
        "part",
        `M${downX - out * 6} ${plateY + 20.5}l${-out * 9} -6h${-out * 26}v12h${out * 26}Z`,
        ["mixture-screw"],
      ),
    ],
    flows: [
      flow(
        "idle",
        "fuel",
        along(
          [wellX, wellY],
          [wellX, top + 12],
          [downX, top + 12],
          [downX, plateY + 20],
          [wall + out * 10, plateY + 20],
        ),
      ),
      flow("transition", "fuel", along([downX, plateY - 13], [wall + out * 12, plateY - 13]), ["transition-ports"]),
      flow("vent", "air", along([downX, top - 22], [downX, top + 8])),
    ],
    spots: {
      idleJet: { x: wellX, y: wellY - 27 },
      idleBleed: { x: downX, y: top },
      slot: { x: wall, y: plateY - 13 },
      port: { x: wall, y: plateY + 20 },
      screw: { x: downX - out * 24, y: plateY + 20 },
    },
  };
}

/** Accelerator pump: well with plunger or diaphragm, checks, passage, nozzle over the bore. */
export function pump(x: number, y: number, passage: [number, number][], nozzle: [number, number]): Partial<Drawing> {
  const path: [number, number][] = [[x + 12, y + 44], ...passage, nozzle];
  return {
    pieces: [
      piece("Pump cup", "pump", "hole", box(x, y - 34, 26, 82), ["piston-pump"]),
      piece("Pump cup", "pump", "part", `M${x + 10} ${y - 70}h6v62h9v14h-24v-14h9Z`, ["piston-pump"]),
      piece("Pump diaphragm", "pump", "hole", box(x - 8, y + 6, 44, 36, 6), ["diaphragm-pump"]),
      piece("Pump diaphragm", "pump", "soft", `M${x - 8} ${y + 22}q22 -14 44 0v5q-22 -14 -44 0Z`, ["diaphragm-pump"]),
      piece("Pump linkage", "pump", "part", box(x - 4, y - 82, 44, 7, 3), ["accelerator-pump"]),
      piece("Pump inlet check", "pump", "part", `M${x + 4} ${y + 40}a6 6 0 1 0 12 0a6 6 0 1 0 -12 0Z`, [
        "accelerator-pump",
      ]),
      piece("Pump passage", "pump", "hole", band(path, 7), ["accelerator-pump"]),
      piece("Pump discharge check", "pump", "part", dot(path[path.length - 2] ?? nozzle, 6), ["accelerator-pump"]),
      piece("Pump nozzle", "pump", "jet", box(nozzle[0] - 7, nozzle[1] - 5, 15, 10, 3), ["accelerator-pump"]),
    ],
    flows: [
      flow("pump", "fuel", along(...path), ["accelerator-pump"]),
      flow("pump", "fuel", along(nozzle, [nozzle[0] + 22, nozzle[1] + 44]), ["accelerator-pump"]),
    ],
    spots: {
      pumpNozzle: { x: nozzle[0], y: nozzle[1] },
      pump: { x: x + 13, y: y },
      pumpLink: { x: x + 20, y: y - 78 },
    },
  };
}

/** Choke plates high in bores that run down ([x, y, radius] each), with pull-off, cam and thermostat outside. */
export function choke(plates: [number, number, number][], outside: number): Partial<Drawing> {
  const [x, y] = plates[0] ?? [0, 0, 0];
  return {
    plates: plates.map(([x, y, r]) => ({
      part: "Choke plate",
      circuit: "cold",
      x,
      y,
      r,
      vertical: true,
      turns: "choke" as const,
      needs: ["choke-plate"],
    })),
    pieces: [
      piece("Pull-off", "cold", "soft", `M${outside} ${y - 16}q20 0 20 16q0 16 -20 16Z`, ["pull-off"]),
      piece("Pull-off", "cold", "part", box(outside - 34, y - 3, 36, 6), ["pull-off"]),
      piece("Fast-idle cam", "cold", "part", `M${outside - 4} ${y + 76}q18 2 18 18l-9 8q-12 -2 -14 -14Z`, [
        "fast-idle-cam",
      ]),
      piece(
        "Choke thermostat",
        "cold",
        "part",
        `M${outside} ${y + 44}a11 11 0 1 0 22 0a11 11 0 1 0 -22 0m5 0a6 6 0 1 0 12 0a6 6 0 1 0 -12 0`,
        ["automatic-choke"],
      ),
    ],
    spots: { choke: { x, y }, pullOff: { x: outside + 8, y }, cam: { x: outside + 6, y: y + 88 } },
  };
}

/** A bore that runs down with its booster and throttle plate. */
export function barrel(
  left: number,
  right: number,
  top: number,
  bottom: number,
  throat: number,
  plateY: number,
  second = false,
): Partial<Drawing> {
  const middle = (left + right) / 2;
  const r = (right - left) / 2;
  return {
    pieces: [
      piece(
        second ? "Second throttle plate" : "Throttle bore",
        "air",
        "air",
        boreDown(left, right, top, bottom, throat, r * 0.24),
      ),
      piece("Venturi", "main", "metal", `M${left} ${throat - 40}q${r * 0.3} 30 0 90Z`),
      piece(
        "Booster",
        "main",
        "part",
        `M${middle - r * 0.36} ${throat - 30}q8 20 2 48h6q4 -26 -2 -48ZM${middle + r * 0.36} ${throat - 30}q-8 20 -2 48h-6q-4 -26 2 -48Z`,
        ["booster"],
      ),
      piece(second ? "Second throttle plate" : "Throttle shaft", "air", "part", dot([middle, plateY], 6)),
    ],
    plates: [
      {
        part: second ? "Second throttle plate" : "Throttle plate",
        circuit: second ? "secondary" : "air",
        x: middle,
        y: plateY,
        r: r - 1,
        vertical: true,
        turns: second ? "second" : "throttle",
      },
    ],
    flows: [
      flow(second ? "secondary" : "air", "air", along([middle - r * 0.5, top - 8], [middle - r * 0.45, plateY - 40])),
      flow(second ? "secondary" : "air", "air", along([middle + r * 0.5, top - 8], [middle + r * 0.45, plateY - 40])),
    ],
    spots: second
      ? { second: { x: middle, y: plateY } }
      : {
          plate: { x: middle, y: plateY },
          shaft: { x: right + 4, y: plateY },
          throat: { x: middle, y: throat },
          horn: { x: middle, y: top + 12 },
        },
  };
}

/** Gasket under a body that stands on a manifold. */
export function base(x: number, width: number, y: number): Partial<Drawing> {
  return {
    pieces: [
      piece("Base gasket", "air", "soft", box(x, y, width, 7)),
      piece("Intake joint", "air", "metal", box(x - 8, y + 7, width + 16, 16, 2)),
      piece("Vacuum ports", "air", "hole", box(x + width - 2, y - 26, 26, 9, 3), ["vacuum-ports"]),
      piece("Stop screw", "idle", "part", box(x + width + 2, y - 52, 30, 8, 2)),
      piece("Throttle linkage", "air", "part", `M${x + width - 2} ${y - 66}h9l12 -34h8l-13 42h-16Z`),
    ],
    spots: {
      base: { x: x + width - 10, y: y + 4 },
      manifold: { x: x + 12, y: y + 16 },
      ports: { x: x + width + 18, y: y - 21 },
      stop: { x: x + width + 22, y: y - 48 },
    },
  };
}

export function dot([x, y]: [number, number], r: number): string {
  return `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
}

/** A band of a width along straight stretches, as an outline. */
export function band(points: [number, number][], width: number): string {
  const h = width / 2;
  return points
    .slice(1)
    .map(([x, y], i) => {
      const [fromX, fromY] = points[i] ?? [x, y];
      const left = Math.min(fromX, x) - h;
      const top = Math.min(fromY, y) - h;
      return box(left, top, Math.abs(x - fromX) + width, Math.abs(y - fromY) + width);
    })
    .join("");
}

/** From the tank down to the inlet: cap, pick-up, tap or pump, filter, line. */
export function supplyTrain(x: number, top: number, inletY: number, inletX: number): Partial<Drawing> {
  return {
    pieces: [
      piece("Tank", "supply", "metal", box(x - 24, top + 8, 48, 34, 5)),
      piece("Fuel", "supply", "fuel", box(x - 21, top + 20, 42, 20, 3)),
      piece("Tank cap", "supply", "part", box(x - 8, top, 16, 8, 2)),
      piece("Tank pick-up", "supply", "jet", box(x - 3, top + 28, 6, 14)),
      piece(
        "Fuel line",
        "supply",
        "hole",
        `${box(x - 3, top + 42, 6, inletY - top - 39)}${box(x - 3, inletY - 3, inletX - x + 3, 6)}`,
      ),
      piece("Fuel tap", "supply", "part", box(x - 9, top + 46, 18, 10, 3), ["gravity-feed"]),
      piece("Fuel pump", "supply", "part", dot([x, top + 56], 11), ["pumped"]),
      piece("In-line filter", "supply", "soft", box(x - 8, top + 74, 16, 22, 5), ["inline-filter"]),
    ],
    flows: [flow("supply", "fuel", along([x, top + 40], [x, inletY], [inletX, inletY]))],
    spots: {
      tank: { x, y: top + 24 },
      filter: { x, y: top + 85 },
      tap: { x, y: top + 51 },
      fuelPump: { x, y: top + 56 },
      cap: { x, y: top + 4 },
    },
  };
}
