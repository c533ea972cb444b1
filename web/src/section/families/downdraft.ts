import { band, barrel, base, choke, dot, floatBowl, idleCircuit, mainCircuit, pump, supplyTrain } from "../kit";
import { along, box, compose, flow, piece, type Drawing } from "../pieces";

const AIR_CLEANER = {
  pieces: [piece("Air cleaner", "air", "soft", box(250, 4, 280, 12, 5), ["air-cleaner"])],
  spots: { airbox: { x: 510, y: 10 } },
};

function powerValve(x: number, y: number): Partial<Drawing> {
  return {
    pieces: [
      piece("Power valve", "power", "jet", `M${x - 9} ${y}h18v10h-6v12h-6v-12h-6Z`, ["power-valve"]),
      piece("Power valve", "power", "hole", box(x, y + 22, 60, 6), ["power-valve"]),
    ],
    flows: [flow("power", "fuel", along([x, y - 10], [x, y + 25], [x + 62, y + 25]), ["power-valve"])],
    spots: { power: { x, y: y + 8 } },
  };
}

function rods(x: number, y: number): Partial<Drawing> {
  return {
    pieces: [piece("Metering rods", "power", "part", `M${x - 3} ${y - 120}h6v104l-2 22h-2l-2 -22Z`, ["metering-rods"])],
    spots: { rods: { x, y: y - 60 } },
  };
}

/** One bore, everything that a simple downdraft has. */
export const carOne: Drawing = compose(
  { backdrop: ["M62 88H236V24H452V398H236V330H62Z"] },
  AIR_CLEANER,
  supplyTrain(30, 8, 133, 50),
  barrel(290, 420, 24, 398, 190, 330),
  floatBowl(98, 118, 128, 172, [286, 62]),
  mainCircuit(196, 292, 252, 92, [346, 186]),
  idleCircuit(252, 292, 74, 274, 330, 290),
  pump(
    104,
    244,
    [
      [116, 312],
      [238, 312],
      [238, 108],
    ],
    [306, 108],
  ),
  powerValve(164, 284),
  choke([[355, 92, 62]], 448),
  base(240, 212, 391),
  {
    pieces: [piece("Fuel-cut solenoid", "shutdown", "part", box(206, 340, 44, 22, 4), ["fuel-cut-solenoid"])],
    spots: { solenoid: { x: 224, y: 351 } },
  },
);

/** Two bores that open together: each with its own nozzle and idle port. */
export const carTwo: Drawing = compose(
  { backdrop: ["M44 88H200V24H540V398H200V330H44Z"] },
  {
    pieces: [piece("Air cleaner", "air", "soft", box(206, 4, 330, 12, 5), ["air-cleaner"])],
    spots: { airbox: { x: 520, y: 10 } },
  },
  supplyTrain(26, 8, 133, 32),
  barrel(248, 358, 24, 398, 190, 330),
  barrel(396, 506, 24, 398, 190, 330),
  floatBowl(80, 118, 116, 172, [244, 62]),
  mainCircuit(168, 292, 220, 92, [298, 186]),
  idleCircuit(220, 292, 74, 236, 330, 248),
  {
    pieces: [
      piece("Booster", "main", "hole", box(358, 181, 88, 9)),
      piece("Main well", "main", "hole", box(370, 120, 14, 176)),
      piece("Idle port", "idle", "hole", box(384, 347, 14, 7)),
      piece("Mixture screw", "idle", "part", "M384 350l-8 -6h-14v12h14Z", ["mixture-screw"]),
    ],
    flows: [
      flow("main", "fuel", along([377, 292], [377, 186], [448, 186])),
      flow("idle", "fuel", along([377, 292], [386, 350], [404, 350])),
    ],
  },
  pump(
    84,
    244,
    [
      [96, 312],
      [206, 312],
      [206, 108],
    ],
    [262, 108],
  ),
  {
    pieces: [piece("Pump nozzle", "pump", "jet", box(406, 103, 15, 10, 3), ["accelerator-pump"])],
    flows: [flow("pump", "fuel", along([262, 108], [412, 108], [430, 150]), ["accelerator-pump"])],
  },
  powerValve(140, 284),
  rods(176, 286),
  choke(
    [
      [303, 88, 53],
      [451, 88, 53],
    ],
    534,
  ),
  base(204, 336, 391),
);

/** A small first bore and a larger second one that a vacuum cell opens. */
export const progressiveTwo: Drawing = compose(
  { backdrop: ["M44 88H200V24H548V398H200V330H44Z"] },
  {
    pieces: [piece("Air cleaner", "air", "soft", box(206, 4, 338, 12, 5), ["air-cleaner"])],
    spots: { airbox: { x: 530, y: 10 } },
  },
  supplyTrain(26, 8, 133, 32),
  barrel(246, 340, 24, 398, 190, 330),
  barrel(376, 512, 24, 398, 190, 330, true),
  floatBowl(80, 118, 116, 172, [242, 62]),
  mainCircuit(168, 292, 220, 92, [288, 186]),
  idleCircuit(220, 292, 74, 234, 330, 246),
  {
    pieces: [
      piece("Secondary link", "secondary", "part", box(340, 402, 150, 6, 3)),
      piece("Vacuum cell", "secondary", "soft", "M520 250q34 0 34 26q0 26 -34 26Z", ["vacuum-cell"]),
      piece("Vacuum cell", "secondary", "part", box(516, 300, 6, 40), ["vacuum-cell"]),
      piece("Second mixture screw", "idle", "part", "M376 350l-8 -6h-18v12h18Z"),
      piece("Booster", "main", "hole", box(348, 181, 84, 9)),
    ],
    flows: [flow("secondary", "fuel", along([358, 292], [358, 186], [436, 186]))],
    spots: { cell: { x: 534, y: 276 }, secondScrew: { x: 358, y: 350 } },
  },
  pump(
    84,
    250,
    [
      [96, 312],
      [206, 312],
      [206, 108],
    ],
    [258, 108],
  ),
  {
    pieces: [piece("Fuel-cut solenoid", "shutdown", "part", box(172, 344, 40, 22, 4), ["fuel-cut-solenoid"])],
    spots: { solenoid: { x: 190, y: 355 } },
  },
  powerValve(140, 284),
  choke([[293, 84, 45]], 534),
  base(204, 344, 391),
);

/** Small primaries before, large secondaries behind under a spring-loaded air valve; one bowl between them. */
export const fourValve: Drawing = compose(
  { backdrop: ["M20 24H130V92H300V24H548V398H20Z"] },
  {
    pieces: [piece("Air cleaner", "air", "soft", box(24, 4, 520, 12, 5), ["air-cleaner"])],
    spots: { airbox: { x: 530, y: 10 } },
  },
  barrel(34, 118, 24, 398, 190, 330),
  {
    pieces: [
      piece("Second throttle plate", "air", "air", "M336 24V398H530V24Z"),
      piece("Secondary rods", "secondary", "part", "M322 40h60v6h-54v150l-3 26h-3l-3 -26V46Z"),
      piece("Supply tubes", "secondary", "jet", box(318, 226, 8, 64, 2), ["press-fit-tubes"]),
      piece("Pull-over tubes", "secondary", "jet", box(342, 80, 7, 58, 2), ["press-fit-tubes"]),
      piece("Second throttle plate", "air", "part", dot([433, 330], 6)),
    ],
    plates: [
      {
        part: "Air valve",
        circuit: "secondary",
        x: 433,
        y: 66,
        r: 94,
        vertical: true,
        turns: "second",
        needs: ["air-valve"],
      },
      { part: "Second throttle plate", circuit: "secondary", x: 433, y: 330, r: 95, vertical: true, turns: "second" },
    ],
    flows: [
      flow("secondary", "fuel", along([322, 284], [322, 150], [372, 150])),
      flow("secondary", "air", along([433, 18], [433, 300])),
    ],
    spots: {
      second: { x: 433, y: 330 },
      airValve: { x: 433, y: 66 },
      tubes: { x: 322, y: 258 },
      secondRods: { x: 322, y: 130 },
    },
  },
  floatBowl(160, 118, 120, 172, [124, 62]),
  mainCircuit(232, 292, 142, 92, [84, 186]),
  idleCircuit(142, 292, 74, 126, 330, 118),
  pump(
    168,
    244,
    [
      [180, 314],
      [152, 314],
      [152, 108],
    ],
    [104, 108],
  ),
  powerValve(216, 284),
  rods(240, 286),
  choke([[76, 78, 40]], 534),
  base(20, 526, 391),
  { spots: { screw: { x: 108, y: 372 }, port: { x: 118, y: 350 } } },
);

/** Bowls at both ends, metering blocks between bowl and body, seat set from outside. */
export const fourBlock: Drawing = compose(
  { backdrop: ["M172 24H408V398H172Z", "M18 100H142V330H18Z", "M438 100H548V330H438Z"] },
  {
    pieces: [piece("Air cleaner", "air", "soft", box(150, 4, 280, 12, 5), ["air-cleaner"])],
    spots: { airbox: { x: 410, y: 10 } },
  },
  barrel(196, 278, 24, 398, 190, 330),
  barrel(306, 388, 24, 398, 190, 330, true),
  floatBowl(38, 118, 98, 172, [192, 56]),
  mainCircuit(118, 292, 160, 92, [236, 186]),
  idleCircuit(160, 292, 74, 178, 330, 196),
  pump(
    60,
    296,
    [
      [72, 352],
      [186, 352],
      [186, 108],
    ],
    [212, 108],
  ),
  powerValve(116, 220),
  {
    pieces: [
      piece("Block gasket", "leak-out", "soft", box(140, 96, 6, 236)),
      piece("Block gasket", "leak-out", "soft", box(168, 96, 5, 236)),
      piece("Seat nut", "leak-out", "metal", "M28 86h26v16h-26ZM37 74h8v12h-8Z"),
      piece("Bowl screws", "leak-out", "metal", `${dot([16, 130], 7)}${dot([16, 300], 7)}`),
      piece("Bowl", "level", "air", box(452, 118, 82, 172, 6)),
      piece("Fuel", "supply", "fuel", box(454, 176, 78, 112, 5)),
      piece("Float", "level", "part", box(470, 158, 52, 30, 13)),
      piece("Main jet", "main", "jet", box(428, 284, 14, 15, 2)),
      piece("Main well", "main", "hole", box(414, 130, 14, 170)),
      piece("Booster", "main", "hole", box(352, 181, 66, 9)),
      piece("Vacuum cell", "secondary", "soft", "M420 340q36 0 36 24q0 24 -36 24Z", ["vacuum-cell"]),
      piece("Secondary link", "secondary", "part", "M236 372h110v6H236Z", ["mechanical-secondaries"]),
      piece("Pump diaphragm", "pump", "soft", "M462 306h62v7q-31 8 -62 0Z", ["second-pump"]),
      piece("Pump passage", "pump", "hole", "M456 316h8v34h-56v-242h-34v-8h42v242h40Z", ["second-pump"]),
      piece("Pump nozzle", "pump", "jet", box(360, 100, 15, 10, 3), ["second-pump"]),
    ],
    flows: [
      flow("secondary", "fuel", along([460, 292], [421, 292], [421, 186], [350, 186])),
      flow("pump", "fuel", along([460, 320], [460, 346], [412, 346], [412, 104], [352, 104]), ["second-pump"]),
    ],
    spots: {
      seat: { x: 41, y: 92 },
      cell: { x: 438, y: 364 },
      blockJoint: { x: 156, y: 330 },
      bowlScrews: { x: 16, y: 300 },
    },
  },
  choke([[237, 78, 39]], 406),
  base(172, 236, 391),
);

/** The aircraft type: air comes in below and goes up; bowl beside, mixture control, heat door in the box. */
export const aeroUpdraft: Drawing = compose(
  { backdrop: ["M40 110H214V26H400V330H214V322H40Z"] },
  {
    pieces: [
      piece(
        "Throttle bore",
        "air",
        "air",
        "M258 26V130C258 160 282 164 282 196C282 232 258 250 258 276V330H356V276C356 250 332 232 332 196C332 164 356 160 356 130V26Z",
      ),
      piece("Air cleaner", "air", "metal", "M214 330H400V404H520V380H424V346H214Z"),
      piece("Heat door", "air", "part", "M268 386L336 346l4 6L272 392Z", ["carburetor-heat"]),
      piece("Heat flap", "air", "air", "M224 338H392V396H224Z"),
      piece("Mixture control", "shutdown", "part", box(196, 84, 12, 120, 3), ["mixture-lever"]),
      piece("Mixture control", "shutdown", "part", box(180, 76, 60, 9, 4), ["mixture-lever"]),
      piece("Venturi", "main", "metal", "M258 150q30 40 0 100Z"),
      piece("Throttle shaft", "air", "part", dot([307, 74], 6)),
      piece("Primer", "supply", "jet", box(372, 40, 40, 10, 3), ["engine-primer"]),
      piece("Body joint", "air", "soft", box(206, 128, 200, 5), ["split-body"]),
      piece("Intake joint", "air", "soft", box(232, 18, 150, 8)),
      piece("Manifold", "engine", "metal", "M244 18V0H372V18H356V6H258V18Z", ["mixture-lever"]),
    ],
    plates: [{ part: "Throttle plate", circuit: "air", x: 307, y: 74, r: 48, vertical: true, turns: "throttle" }],
    flows: [
      flow("air", "air", along([500, 392], [410, 374], [307, 366], [307, 240])),
      flow("shutdown", "fuel", along([202, 240], [202, 110])),
      flow("supply", "fuel", along([410, 45], [376, 45]), ["engine-primer"]),
    ],
    spots: {
      plate: { x: 307, y: 74 },
      shaft: { x: 362, y: 74 },
      airbox: { x: 470, y: 392 },
      heat: { x: 304, y: 370 },
      mixture: { x: 202, y: 80 },
      primer: { x: 392, y: 45 },
      halves: { x: 394, y: 130 },
      base: { x: 240, y: 22 },
    },
  },
  supplyTrain(26, 30, 155, 30),
  { pieces: [piece("Throttle linkage", "air", "part", "M400 78h9l12 -34h8l-13 42h-16Z")] },
  floatBowl(78, 140, 112, 160, [252, 120]),
  {
    pieces: [
      piece(
        "Bowl passage",
        "supply",
        "hole",
        band(
          [
            [150, 306],
            [230, 306],
          ],
          10,
        ),
      ),
      piece("Main jet", "main", "jet", box(206, 298, 15, 16, 2)),
      piece(
        "Main well",
        "main",
        "hole",
        band(
          [
            [232, 306],
            [232, 214],
            [300, 214],
          ],
          9,
        ),
      ),
      piece("Booster", "main", "jet", box(298, 168, 9, 50, 3)),
      piece("Main air bleed", "vent", "jet", box(226, 190, 12, 11, 2)),
      piece(
        "Idle passage",
        "idle",
        "hole",
        band(
          [
            [240, 300],
            [240, 92],
            [256, 92],
          ],
          7,
        ),
      ),
      piece("Idle port", "idle", "hole", box(244, 58, 16, 7)),
      piece("Transfer slot", "transition", "hole", box(244, 86, 16, 9), ["transition-ports"]),
      piece("Mixture screw", "idle", "part", "M246 61l-9 -6h-26v12h26Z", ["mixture-screw"]),
      piece("Stop screw", "idle", "part", box(404, 70, 30, 8, 2)),
    ],
    flows: [
      flow("main", "fuel", along([160, 306], [232, 306], [232, 214], [302, 214], [302, 168])),
      flow("idle", "fuel", along([240, 300], [240, 61], [272, 61])),
      flow("transition", "fuel", along([240, 90], [272, 90]), ["transition-ports"]),
    ],
    spots: {
      mainJet: { x: 213, y: 306 },
      nozzle: { x: 302, y: 168 },
      screw: { x: 222, y: 61 },
      port: { x: 256, y: 61 },
      slot: { x: 256, y: 90 },
      passage: { x: 170, y: 306 },
      mainBleed: { x: 232, y: 196 },
      stop: { x: 420, y: 74 },
    },
  },
  pump(
    96,
    252,
    [
      [108, 318],
      [248, 318],
      [248, 250],
    ],
    [286, 250],
  ),
);
