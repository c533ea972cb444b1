// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { draw, job } from "../../testing/render";
import { PlaceRow } from "./place-row";

const place = (id: string) => ({ id, name: `Place ${id}` });
const places = { carburetor: [place("1"), place("2")], barrel: [place("1-left"), place("2-left")] };
const row = (trace: Record<string, unknown>) => {
  draw(<PlaceRow trace={job({ machine: { places }, ...trace }).trace} check={null} />);
  return screen.queryAllByRole("listitem").map((one) => one.textContent);
};

describe("the places of a machine", () => {
  it("are not shown where there is one of everything", () => {
    expect(row({ machine: { places: {} } })).toEqual([]);
  });

  it("are those of the kind something was found at, each with what is known of it", () => {
    const found = { status: "open", place: place("2-left"), fault: "jet" };
    const seen = [{ place: place("1-left") }, { place: place("2-left") }];
    expect(row({ defects: [found], findings: seen })).toEqual(["Place 1-left looked at", "Place 2-left found"]);
  });

  it("are the carburetors while nothing is found, the one that stands off named", () => {
    expect(row({ sisters: [{ odd: "2" }] })).toEqual(["Place 1", "Place 2 stands off"]);
  });
});
