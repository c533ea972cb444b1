import { band, dot, pump, supplyTrain } from "../kit";
import { along, box, boreAcross, compose, flow, piece, type Drawing } from "../pieces";

/** A bowl hung under a bore that runs across: inlet from the left, needle from above, vent to the side. */
function bowlBelow(x: number, y: number, width: number, height: number): Partial<Drawing> {
  const level = y + height * 0.3;
  const right = x + width;
  return {
    pieces: [
      piece("Bowl", "level", "air", box(x, y, width, height, 12)),
      piece("Fuel", "supply", "fuel", box(x + 2, level, width - 4, y + height - level - 2, 11)),
      piece("Bowl gasket", "leak-out", "soft", box(x - 10, y - 6, width + 20, 5)),
      piece("Inlet fitting", "leak-out", "metal", box(x - 40, y - 26, 54, 14, 4)),
      piece("Inlet screen", "supply", "soft", box(x + 2, y - 24, 8, 10), ["inlet-screen"]),
      piece("Inlet seat", "level", "jet", box(x + 16, y - 14, 18, 16, 2)),
      piece("Inlet needle", "level", "part", `M${x + 19} ${y + 18}v-12l6 -9l6 9v12Z`),
      piece("Float", "level", "part", box(x + 12, level - 6, 62, 32, 14)),
      piece("Float", "level", "part", `M${x + 16} ${y + 20}H${x + 84}v6H${x + 16}Z`),
      piece(
        "Bowl vent",
        "vent",
        "hole",
        band(
          [
            [right - 14, y + 6],
            [right - 14, y - 34],
            [right + 16, y - 34],
          ],
          7,
        ),
      ),
      piece("Bowl", "leak-out", "metal", box(right - 46, y + height - 2, 18, 14, 3)),
    ],
    flows: [
      flow("supply", "fuel", along([x - 56, y - 19], [x + 25, y - 19], [x + 25, y - 4])),
      flow("level", "fuel", along([x + 25, y + 4], [x + 25, level + 10])),
      flow("vent", "air", along([right + 26, y - 34], [right - 14, y - 34], [right - 14, y + 12])),
    ],
    spots: {
      inlet: { x: x - 26, y: y - 19 },
      seat: { x: x + 25, y: y - 6 },
      needle: { x: x + 25, y: y + 8 },
      float: { x: x + 44, y: level + 10 },
      level: { x: right - 8, y: level },
      bowl: { x: x + width / 2, y: y + height - 12 },
      vent: { x: right + 10, y: y - 34 },
      joint: { x: right - 4, y: y - 4 },
    },
  };
}

/** Jets in the bowl's foot, jet needle above. */
function needleStack(x: number, top: number, jetY: number): Partial<Drawing> {
  return {
    pieces: [
      piece("Emulsion tube", "main", "metal", box(x - 12, top, 24, jetY - top, 3), ["emulsion-tube"]),
      piece("Needle jet", "needle", "jet", box(x - 9, top - 4, 18, 16, 2), ["jet-needle"]),
      piece("Main well", "main", "hole", box(x - 5, top, 10, jetY - top)),
      piece("Main jet", "main", "jet", `M${x - 11} ${jetY}h22v12h-6v8h-10v-8h-6Z`),
    ],
    flows: [
      flow("main", "fuel", along([x + 30, jetY + 26], [x, jetY + 26], [x, jetY], [x, top - 8])),
      flow("needle", "fuel", along([x - 5, top + 4], [x - 5, top - 22]), ["jet-needle"]),
    ],
    spots: {
      mainJet: { x, y: jetY + 10 },
      emulsion: { x, y: (top + jetY) / 2 },
      needleJet: { x, y: top + 4 },
      nozzle: { x, y: top - 8 },
      passage: { x: x + 16, y: jetY + 20 },
    },
  };
}

/** Pilot jet in the bowl, passage up to the ports at the engine side, screw at one side. */
function pilot(x: number, jetY: number, upTo: number, portX: number, airSide: number): Partial<Drawing> {
  return {
    pieces: [
      piece(
        "Idle passage",
        "idle",
        "hole",
        band(
          [
            [x, jetY],
            [x, upTo + 20],
            [portX, upTo + 20],
            [portX, upTo],
          ],
          7,
        ),
      ),
      piece("Idle jet", "idle", "jet", box(x - 8, jetY - 4, 16, 17, 2)),
      piece("Idle port", "idle", "hole", box(portX - 4, upTo - 4, 8, 12)),
      piece("Transfer slot", "transition", "hole", box(portX - 30, upTo - 4, 14, 12), ["transition-ports"]),
      piece(
        "Idle air bleed",
        "vent",
        "hole",
        band(
          [
            [airSide, upTo + 8],
            [airSide, upTo + 20],
            [x, upTo + 20],
          ],
          5,
        ),
      ),
      piece("Mixture screw", "idle", "part", `M${portX} ${upTo + 14}l7 10v28h-14v-28Z`, ["mixture-screw"]),
    ],
    flows: [
      flow("idle", "fuel", along([x, jetY + 14], [x, upTo + 20], [portX, upTo + 20], [portX, upTo - 8])),
      flow("transition", "fuel", along([portX - 23, upTo + 18], [portX - 23, upTo - 10]), ["transition-ports"]),
      flow("vent", "air", along([airSide - 20, upTo + 8], [airSide, upTo + 20], [x - 4, upTo + 20])),
    ],
    spots: {
      idleJet: { x, y: jetY + 4 },
      screw: { x: portX, y: upTo + 40 },
      port: { x: portX, y: upTo },
      slot: { x: portX - 23, y: upTo },
      idleBleed: { x: airSide, y: upTo + 12 },
    },
  };
}

function ends(left: number, right: number, top: number, bottom: number): Partial<Drawing> {
  return {
    pieces: [
      piece("Air cleaner", "air", "soft", box(left - 34, top - 10, 30, bottom - top + 20, 6), ["air-cleaner"]),
      piece("Base gasket", "air", "soft", box(right, top - 18, 7, bottom - top + 36)),
      piece("Intake joint", "air", "metal", box(right + 7, top - 12, 24, bottom - top + 24, 3)),
    ],
    spots: {
      airbox: { x: left - 18, y: top + 10 },
      base: { x: right + 4, y: top - 10 },
      manifold: { x: right + 20, y: bottom },
      horn: { x: left + 20, y: (top + bottom) / 2 },
    },
  };
}

function enrichener(x: number, y: number): Partial<Drawing> {
  return {
    pieces: [
      piece(
        "Enrichener",
        "cold",
        "hole",
        band(
          [
            [x, y + 190],
            [x, y + 40],
            [x + 40, y + 40],
          ],
          7,
        ),
        ["enrichener"],
      ),
      piece("Enrichener", "cold", "part", box(x - 9, y, 18, 52, 3), ["enrichener"]),
    ],
    flows: [flow("cold", "fuel", along([x, y + 190], [x, y + 44], [x + 44, y + 44]), ["enrichener"])],
    spots: { enrichener: { x, y: y + 20 } },
  };
}

/** The cable lifts the slide, the slide lifts the needle. */
export const slide: Drawing = compose(
  { backdrop: ["M92 110H220V30H330V110H470V232H408V250H120V232H92Z"] },
  enrichener(428, 40),
  {
    pieces: [
      piece("Throttle bore", "air", "air", boreAcross(124, 222, 76, 474, 275, 4)),
      piece("Throttle linkage", "air", "part", box(272, 4, 6, 34)),
      piece("Stop screw", "idle", "part", box(330, 192, 34, 8, 2)),
    ],
  },
  ends(92, 470, 124, 222),
  supplyTrain(28, 96, 243, 108),
  bowlBelow(146, 262, 232, 128),
  needleStack(275, 226, 330),
  pilot(332, 336, 222, 396, 150),
  {
    risers: [
      { part: "Slide", circuit: "needle", lift: 84, look: "part", d: "M238 40H312V214q-10 6 -74 0Z" },
      { part: "Jet needle", circuit: "needle", lift: 84, look: "jet", d: "M272 150h6v70l-2 74h-2l-2 -74Z" },
    ],
    flows: [flow("air", "air", along([70, 170], [230, 190])), flow("air", "air", along([320, 176], [480, 172]))],
    spots: {
      plate: { x: 275, y: 130 },
      slide: { x: 250, y: 90 },
      needle2: { x: 275, y: 180 },
      shaft: { x: 310, y: 120 },
      stop: { x: 348, y: 196 },
    },
  },
);

/** The rider turns the plate; vacuum over a diaphragm lifts the piston and its needle. */
export const cv: Drawing = compose(
  { backdrop: ["M92 130H170V22H370V130H480V238H408V250H120V238H92Z"] },
  enrichener(398, 50),
  {
    pieces: [
      piece("Throttle bore", "air", "air", boreAcross(140, 232, 76, 484, 262, 4)),
      piece("CV piston", "needle", "air", box(184, 36, 172, 84, 10)),
      piece("CV diaphragm", "needle", "soft", "M184 92q42 18 86 0q44 18 86 0v6q-44 18 -86 0q-44 18 -86 0Z"),
      piece("Throttle shaft", "air", "part", dot([420, 186], 6)),
      piece("Vacuum ports", "air", "hole", box(446, 236, 9, 22, 3), ["vacuum-ports"]),
      piece("Stop screw", "idle", "part", box(436, 110, 34, 8, 2)),
      piece("Throttle linkage", "air", "part", "M414 132h9l12 -34h8l-13 42h-16Z"),
      piece("Bank balance", "air", "part", box(500, 120, 44, 8, 3), ["bank"]),
    ],
    plates: [{ part: "Throttle plate", circuit: "air", x: 420, y: 186, r: 45, vertical: false, turns: "throttle" }],
    risers: [
      { part: "CV piston", circuit: "needle", lift: 62, look: "part", d: "M228 64H296V222q-6 5 -68 0Z" },
      { part: "Jet needle", circuit: "needle", lift: 62, look: "jet", d: "M259 150h6v72l-2 70h-2l-2 -70Z" },
    ],
    flows: [
      flow("air", "air", along([70, 186], [220, 202])),
      flow("air", "air", along([304, 186], [490, 186])),
      flow("needle", "air", along([244, 214], [244, 60])),
    ],
    spots: {
      plate: { x: 420, y: 186 },
      shaft: { x: 420, y: 148 },
      diaphragm: { x: 262, y: 96 },
      slide: { x: 262, y: 120 },
      needle2: { x: 262, y: 190 },
      ports: { x: 450, y: 250 },
      stop: { x: 454, y: 114 },
      sync: { x: 520, y: 124 },
    },
  },
  ends(92, 480, 140, 232),
  supplyTrain(28, 100, 247, 108),
  bowlBelow(146, 266, 232, 124),
  needleStack(262, 236, 334),
  pilot(322, 340, 232, 446, 150),
);

/** Choke and throttle in one short bore, one jet in the bowl's stem, governor at the lever. */
export const smallFloat: Drawing = compose(
  { backdrop: ["M100 104H460V236H400V250H160V236H100Z"] },
  {
    pieces: [
      piece("Throttle bore", "air", "air", boreAcross(120, 216, 84, 468, 262, 22)),
      piece("Venturi", "main", "metal", "M192 120q70 50 140 0Z"),
      piece("Throttle shaft", "air", "part", dot([400, 168], 6)),
      piece("Governor", "air", "part", "M396 64h8v40h-8ZM404 66h100v6H404Z", ["governor"]),
      piece("Governor", "air", "soft", "M418 84q8 -10 16 0t16 0t16 0v6q-8 10 -16 0t-16 0t-16 0Z", ["governor"]),
      piece("Fuel-cut solenoid", "shutdown", "part", box(248, 398, 34, 20, 3), ["fuel-cut-solenoid"]),
      piece("Bowl screws", "leak-out", "metal", box(252, 386, 26, 12, 3)),
      piece("Stop screw", "idle", "part", box(408, 92, 34, 8, 2)),
      piece("Throttle linkage", "air", "part", "M376 106h9l6 -30h8l-7 38h-16Z"),
    ],
    plates: [
      { part: "Throttle plate", circuit: "air", x: 400, y: 168, r: 47, vertical: false, turns: "throttle" },
      {
        part: "Choke plate",
        circuit: "cold",
        x: 132,
        y: 168,
        r: 47,
        vertical: false,
        turns: "choke",
        needs: ["choke-plate"],
      },
    ],
    flows: [flow("air", "air", along([66, 168], [240, 168])), flow("air", "air", along([300, 168], [476, 168]))],
    spots: {
      plate: { x: 400, y: 168 },
      choke: { x: 132, y: 168 },
      shaft: { x: 400, y: 122 },
      governor: { x: 450, y: 70 },
      solenoid: { x: 265, y: 408 },
      stop: { x: 424, y: 96 },
      bowlScrews: { x: 265, y: 392 },
    },
  },
  ends(100, 460, 120, 216),
  supplyTrain(28, 96, 243, 122),
  bowlBelow(160, 262, 210, 122),
  needleStack(265, 196, 350),
  pilot(322, 338, 216, 424, 150),
);

/** A throat a cylinder: stacks of jet, tube and air corrector from above, bowl between; the twin lies behind. */
export const sideTwin: Drawing = compose(
  { backdrop: ["M60 150H500V276H60Z", "M160 40H420V150H160Z", "M316 276H374V396H286V276Z"] },
  enrichener(130, 100),
  {
    pieces: [
      piece("Throttle bore", "air", "air", boreAcross(170, 262, 40, 510, 220, 16)),
      piece("Venturi", "main", "metal", "M150 170q70 36 140 0Z"),
      piece("Booster", "main", "part", "M196 196h52v6h-52ZM196 230h52v6h-52Z", ["booster"]),
      piece("Bowl", "level", "air", box(270, 52, 138, 88, 6)),
      piece("Fuel", "supply", "fuel", box(272, 84, 134, 54, 5)),
      piece("Float", "level", "part", box(300, 72, 70, 26, 12)),
      piece("Inlet needle", "level", "part", "M384 58h12v14l-6 7l-6 -7Z"),
      piece("Inlet seat", "level", "jet", box(380, 44, 20, 14, 2)),
      piece("Inlet fitting", "leak-out", "metal", box(400, 40, 44, 14, 4)),
      piece("Inlet screen", "supply", "soft", box(408, 42, 9, 10), ["inlet-screen"]),
      piece("Bowl gasket", "leak-out", "soft", box(160, 34, 262, 5)),
      piece("Main well", "main", "hole", box(212, 62, 16, 110)),
      piece("Emulsion tube", "main", "part", box(216, 62, 8, 84), ["emulsion-tube"]),
      piece("Main jet", "main", "jet", box(212, 138, 16, 13, 2)),
      piece("Main air bleed", "vent", "jet", box(213, 48, 14, 13, 2)),
      piece("Bowl passage", "supply", "hole", box(226, 126, 50, 8)),
      piece("Idle jet", "idle", "jet", box(176, 60, 14, 40, 2), ["idle-jet"]),
      piece(
        "Idle passage",
        "idle",
        "hole",
        band(
          [
            [183, 96],
            [183, 158],
            [436, 158],
          ],
          6,
        ),
      ),
      piece("Transfer slot", "transition", "hole", box(404, 158, 20, 14), ["transition-ports"]),
      piece("Idle port", "idle", "hole", box(434, 156, 8, 16)),
      piece("Mixture screw", "idle", "part", "M438 156l6 -9v-28h-12v28Z", ["mixture-screw"]),
      piece("Throttle shaft", "air", "part", dot([410, 216], 6)),
      piece("Bank balance", "air", "part", box(452, 290, 60, 8, 3), ["bank"]),
      piece(
        "Bowl vent",
        "vent",
        "hole",
        band(
          [
            [284, 56],
            [284, 20],
            [250, 20],
          ],
          7,
        ),
      ),
      piece("Stop screw", "idle", "part", box(452, 272, 34, 8, 2)),
      piece("Throttle linkage", "air", "part", "M404 278h9l12 30h8l-13 -38h-16Z"),
    ],
    plates: [{ part: "Throttle plate", circuit: "air", x: 410, y: 216, r: 45, vertical: false, turns: "throttle" }],
    flows: [
      flow("air", "air", along([30, 216], [190, 216])),
      flow("air", "air", along([262, 216], [516, 216])),
      flow("supply", "fuel", along([460, 47], [390, 47], [390, 66])),
      flow("level", "fuel", along([390, 76], [390, 100])),
      flow("main", "fuel", along([300, 130], [220, 130], [220, 190], [220, 214])),
      flow("idle", "fuel", along([183, 90], [183, 158], [438, 158], [438, 180])),
      flow("transition", "fuel", along([414, 158], [414, 184]), ["transition-ports"]),
      flow("vent", "air", along([240, 20], [284, 20], [284, 70])),
    ],
    spots: {
      plate: { x: 410, y: 216 },
      shaft: { x: 410, y: 176 },
      mainJet: { x: 220, y: 144 },
      emulsion: { x: 220, y: 100 },
      mainBleed: { x: 220, y: 54 },
      idleJet: { x: 183, y: 80 },
      nozzle: { x: 222, y: 216 },
      screw: { x: 438, y: 130 },
      port: { x: 438, y: 168 },
      slot: { x: 414, y: 168 },
      needle: { x: 390, y: 64 },
      seat: { x: 390, y: 50 },
      inlet: { x: 430, y: 47 },
      float: { x: 336, y: 84 },
      level: { x: 400, y: 84 },
      bowl: { x: 340, y: 128 },
      vent: { x: 250, y: 20 },
      joint: { x: 170, y: 36 },
      passage: { x: 262, y: 130 },
      sync: { x: 482, y: 294 },
      stop: { x: 468, y: 276 },
    },
  },
  ends(60, 500, 170, 262),
  pump(
    330,
    330,
    [
      [342, 384],
      [300, 384],
      [300, 250],
    ],
    [286, 180],
  ),
);
