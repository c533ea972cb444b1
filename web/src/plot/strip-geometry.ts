import { scaleLinear } from "d3-scale";
import { area } from "d3-shape";

export const STRIP = { width: 900, height: 120, left: 64, right: 10, top: 10, bottom: 10 } as const;

/** One channel over time as a band between least and greatest, in view from one second to another. Pure. */
export function stripGeometry(points: number[][], view: [number, number]) {
  const seen = points.filter(([time = 0]) => time >= view[0] && time <= view[1]);
  const low = Math.min(...seen.map(([, least = 0]) => least));
  const high = Math.max(...seen.map(([, , most = 0]) => most));
  const across = timeScale(view);
  const up = scaleLinear()
    .domain([low, high === low ? low + 1 : high])
    .range([STRIP.height - STRIP.bottom, STRIP.top]);
  // A pixel thick where least and greatest are one.
  const band = area<number[]>()
    .x(([time = 0]) => across(time))
    .y0(([, least = 0]) => up(least) + 1)
    .y1(([, , most = 0]) => up(most))
    .digits(1);
  return {
    across,
    up,
    band: seen.length > 0 ? (band(seen) ?? "") : "",
    ticks: seen.length > 0 ? up.ticks(3) : [],
  };
}

/** The time in view over the width of a strip. */
export function timeScale([from, to]: [number, number]) {
  return scaleLinear()
    .domain([from, to === from ? from + 1 : to])
    .range([STRIP.left, STRIP.width - STRIP.right]);
}
