import { describe, expect, it } from "vitest";
import type { Answer, Calculator, CalculatorInput, Curve } from "../api/types";
import { parseNumbers, digitsFor, shown } from "../words/numbers";
import { plotGeometry, PLOT } from "../plot/plot-geometry";
import { answerCsv, answerText, cell, outputText } from "./export";
import { inputsOf } from "./typed";

const field = (row: Partial<CalculatorInput>): CalculatorInput => ({
  id: "d",
  name: "Diameter",
  unit: "mm",
  units: ["mm", "in"],
  list: false,
  optional: false,
  default: 1.22,
  min: 0.1,
  max: 20,
  ...row,
});

describe("the fields of a calculator", () => {
  it("stand at their usual value until they are touched", () => {
    expect(inputsOf([field({})], {}, true)).toEqual({ inputs: { d: { value: 1.22, unit: "mm" } }, wrong: {} });
    expect(inputsOf([field({})], {}, false)).toEqual({ inputs: {}, wrong: {} });
  });

  it("take commas, other units and lists, and say what cannot be read", () => {
    expect(inputsOf([field({})], { d: { text: "0,048", unit: "in" } }, true).inputs).toEqual({
      d: { value: 0.048, unit: "in" },
    });
    expect(inputsOf([field({ list: true, default: [1, 2] })], { d: { text: "6.02  5,98; 6" } }, true).inputs).toEqual({
      d: { value: [6.02, 5.98, 6], unit: "mm" },
    });
    expect(inputsOf([field({})], { d: { text: "wide" } }, true).wrong.d).toBe("0.1 to 20 mm");
    expect(inputsOf([field({})], { d: { text: "" } }, true).wrong.d).toBe("0.1 to 20 mm");
    expect(inputsOf([field({ list: true })], { d: { text: "1 x" } }, true).wrong.d).toContain("none");
  });

  it("may be left empty where they may be left out", () => {
    expect(inputsOf([field({ optional: true })], { d: { text: "" } }, true)).toEqual({
      inputs: { d: { value: null } },
      wrong: {},
    });
  });
});

describe("numbers", () => {
  it("are read from a line", () => {
    expect(parseNumbers("1 2,5;3")).toEqual([1, 2.5, 3]);
    expect(parseNumbers("1, 2, 3")).toEqual([1, 2, 3]);
    expect(parseNumbers("1 two")).toBeNull();
  });

  it("are shown to the places that are known", () => {
    expect(digitsFor(0.03)).toBe(3);
    expect(digitsFor(2)).toBe(1);
    expect(digitsFor(null)).toBe(2);
    expect(shown(-1.5, 1)).toBe("−1.5");
    expect(shown(0.00012, 2)).toBe("0.00012");
    expect(shown(null)).toBe("-");
  });
});

const curve: Curve = {
  x: { name: "Drill", unit: "mm" },
  y: { name: "Area", unit: "mm2" },
  series: [
    {
      name: "Area",
      points: [
        [1, 0.785],
        [2, 3.14],
      ],
    },
  ],
  marks: [{ name: "Here", x: 1.5, y: 1.77 }],
};

describe("a plot", () => {
  it("stays in its frame and rises where the numbers do", () => {
    const drawn = plotGeometry(curve);
    const [first, last] = drawn.paths[0]?.points ?? [];
    expect(first?.x).toBeCloseTo(PLOT.left);
    expect(last?.x).toBeCloseTo(PLOT.width - PLOT.right);
    expect((first?.y ?? 0) > (last?.y ?? 0)).toBe(true);
    expect(drawn.marks[0]?.at.x).toBeCloseTo((PLOT.left + PLOT.width - PLOT.right) / 2);
  });

  it("can be drawn with nothing in it", () => {
    expect(plotGeometry({ ...curve, series: [], marks: [] }).xTicks.length).toBeGreaterThan(0);
  });
});

describe("an answer on its way out", () => {
  const output = { id: "a", name: "Area", value: 1.16899, unit: "mm2", units: ["mm2"], uncertainty: 0.0096, digits: 3 };
  const answer: Answer = { outputs: [output], says: ["Fine."], curve };

  it("carries its uncertainty to the places that it allows", () => {
    expect(outputText(output)).toBe("1.169 ± 0.019 mm2");
    expect(outputText({ ...output, uncertainty: null })).toBe("1.169 mm2");
    expect(outputText({ ...output, value: null })).toBe("does not happen");
    expect(answerText({ name: "Jet" } as Calculator, answer)).toBe("Jet. Area: 1.169 ± 0.019 mm2. Fine.");
  });

  it("is a table with its curve, and no formula for a spreadsheet to run", () => {
    const lines = answerCsv(answer).split("\r\n");
    expect(lines[1]).toBe("Area,1.16899,mm2,0.0096");
    expect(lines).toContain("Area,1,0.785");
    expect(cell("=1+1")).toBe("'=1+1");
    expect(cell('a "b", c')).toBe('"a ""b"", c"');
    expect(cell(-3)).toBe("-3");
  });
});
