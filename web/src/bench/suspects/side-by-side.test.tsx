// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { job } from "../../testing/render";
import { SideBySide } from "./side-by-side";

const fact = (name: string, says: string) => ({ id: name, name, says, entry: null });

describe("side by side", () => {
  it("is not there while nothing is known twice", () => {
    const { container } = atDesk(<SideBySide />, { job: job() });
    expect(container.textContent).toBe("");
  });

  it("shows the four facts of a screw, and which way it is richer", () => {
    const screw = {
      screw: "idle",
      name: "Mixture screw",
      place: "2",
      where: "Carburetor 2",
      facts: [fact("Found", "3.25 turns, far out"), fact("Base", "0.75 to 2.5 turns"), fact("Wants", "richer")],
    };
    const screws = [{ id: "idle", says: "Fuel screw: out is richer.", checks: [], faults: [] }];
    atDesk(<SideBySide />, { job: job({ screws: [screw], machine: { screws } }) });
    expect(screen.getByRole("heading", { name: /Mixture screw.*Carburetor 2/ })).toBeTruthy();
    expect(screen.getByText("Fuel screw: out is richer.")).toBeTruthy();
    expect(screen.getAllByRole("term").map((one) => one.textContent)).toEqual(["Found", "Base", "Wants"]);
  });

  it("points at the sister that stands off, and says what the flow foretold", () => {
    const reading = (place: string, value: number) => ({ place, name: `Carburetor ${place}`, value, u: 0.3 });
    const sisters = [
      {
        check: "float",
        name: "Float height",
        unit: "mm",
        odd: "3",
        says: "Carburetor 3 stands off.",
        readings: [reading("1", 18.1), reading("2", 18.2), reading("3", 14.9)],
      },
    ];
    const fade = { seconds: 21, margin: 0.7, expected: "It should fade after 21 s.", compared: "It did." };
    atDesk(<SideBySide />, { job: job({ sisters, fade }) });
    expect(screen.getByText("Carburetor 3 stands off.")).toBeTruthy();
    expect(screen.getByText("stands off").parentElement?.textContent).toMatch(/^Carburetor 3/);
    expect(screen.getByText(/should fade after 21 s. It did./)).toBeTruthy();
  });
});
