import type { Answer, Calculator, Curve } from "../api/types";
import { digitsFor, shown } from "../words/numbers";

/** "Area: 1.169 ± 0.010 mm2" */
export function outputText(output: Answer["outputs"][number]): string {
  const unit = ["ratio", "count"].includes(output.unit) || output.value === null ? "" : ` ${output.unit}`;
  return `${outputNumber(output)}${unit}`;
}

/** The number with its uncertainty (about 95 %), to the places that the uncertainty allows. */
export function outputNumber(output: Answer["outputs"][number]): string {
  if (output.value === null) return "does not happen";
  if (!output.uncertainty) return shown(output.value, output.digits);
  const digits = Math.min(output.digits + 1, digitsFor(2 * output.uncertainty));
  return `${shown(output.value, digits)} ± ${shown(2 * output.uncertainty, digits)}`;
}

/** The answer as one note for a job. */
export function answerText(calculator: Calculator, answer: Answer): string {
  const rows = answer.outputs.filter((row) => row.value !== null).map((row) => `${row.name}: ${outputText(row)}`);
  return `${calculator.name}. ${rows.join("; ")}. ${answer.says.join(" ")}`.trim();
}

/** The answer, and its curve under it, as CSV. */
export function answerCsv(answer: Answer): string {
  const rows = [
    ["name", "value", "unit", "standard uncertainty"],
    ...answer.outputs.map((row) => [row.name, row.value ?? "", row.unit, row.uncertainty ?? ""]),
  ];
  return [...rows, ...curveRows(answer.curve)].map((row) => row.map(cell).join(",")).join("\r\n") + "\r\n";
}

function curveRows(curve: Curve | null): (string | number)[][] {
  if (!curve) return [];
  return [
    [],
    ["curve", `${curve.x.name} (${curve.x.unit})`, `${curve.y.name} (${curve.y.unit})`],
    ...curve.series.flatMap((one) => one.points.map((point) => [one.name, point[0] ?? "", point[1] ?? ""])),
  ];
}

/** Quoted where it must be; never a formula for a spreadsheet to run. */
export function cell(value: string | number): string {
  const text = String(value);
  const safe = typeof value === "string" && /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /[",\n\r]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/** Hands a text to the browser as a file. */
export function download(name: string, type: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

/** A drawn picture as an SVG file of its own: the colors it is shown in are written into it. */
export function svgText(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  const from = [svg, ...svg.querySelectorAll("*")];
  [copy, ...copy.querySelectorAll("*")].forEach((element, i) => {
    const style = getComputedStyle(from[i] ?? svg);
    for (const name of ["fill", "stroke", "stroke-width", "font-family", "font-size"])
      element.setAttribute(name, style.getPropertyValue(name));
    element.removeAttribute("class");
  });
  return new XMLSerializer().serializeToString(copy);
}
