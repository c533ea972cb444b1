// @vitest-environment jsdom
import { fireEvent, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { catalogue, check, draw } from "../testing/render";
import { DRAWINGS } from "./drawings";
import { Section } from "./section";
import { Silhouette } from "./silhouette";

const words = catalogue({
  primer: {
    openings: [
      { id: "idle", name: "Idle", note: "" },
      { id: "full", name: "Full", note: "" },
    ],
    feeds: { idle: { idle: 3, full: 0 }, main: { idle: 0, full: 3 }, pump: { idle: 0, full: 0 } },
  },
  checks: [check({ id: "vent-finger", name: "Finger on the vent" })],
  faults: [{ id: "pump-cup", circuit: "pump", part_name: "Pump cup" }],
});
const finger = check({
  id: "vent-finger",
  name: "Finger on the vent",
  place: { act: "finger", spots: ["vent"] },
});
const ALL = new Set(["piston-pump", "accelerator-pump", "mixture-screw", "idle-jet", "emulsion-tube", "choke-plate"]);

function section(more: Partial<Parameters<typeof Section>[0]> = {}) {
  return draw(
    <Section family="car-one" features={ALL} catalogue={words} faults={[]} check={null} cold={false} {...more} />,
  );
}

describe("the section", () => {
  it("names what is lit and the place of the check for who does not see it", () => {
    section({ faults: [{ part_name: "Pump cup", blame: 0.4 }], check: finger });
    const label = screen.getByRole("img").getAttribute("aria-label");
    expect(label).toContain("Lit by suspicion: Pump cup 40");
    expect(label).toContain("Finger here: Finger on the vent");
    expect(screen.getByText("Finger here")).toBeTruthy();
  });

  it("follows an engine that runs, in place of a chosen opening", () => {
    const at = (opened: number, flows: Record<string, number>) => {
      const drawn = section({ running: { opened, choke: 0, turning: true, filled: 1, flows } });
      const look = (what: string) =>
        [...drawn.container.querySelectorAll(what)].map((one) => one.getAttribute("transform") ?? one.className);
      const found = {
        plates: look("g[transform^=rotate]"),
        moving: drawn.container.querySelectorAll("[class*=flow-]").length,
      };
      drawn.unmount();
      return found;
    };
    const [idling, driving] = [at(0, { idle: 600 }), at(0.7, { idle: 100, main: 900, transition: 50 })];
    expect(driving.plates).not.toEqual(idling.plates);
    expect(driving.moving).toBeGreaterThan(idling.moving);
    section({ running: { opened: 0, choke: 0, turning: true, filled: 1, flows: {} } });
    expect(screen.queryByRole("radio", { name: "Full" })).toBeNull();
  });

  it("leaves out what is not fitted", () => {
    section();
    expect(screen.getByText(/^Pump cup/)).toBeTruthy();
    section({ features: new Set(["mixture-screw"]) });
    expect(screen.getAllByText(/^Pump cup/)).toHaveLength(1);
  });

  it("moves the circuits that feed at an opening, and opens the plate", async () => {
    const { user, container } = section();
    const flows = () =>
      [...container.querySelectorAll("[class*=flow-]")].map((one) => one.getAttribute("class")?.match(/flow-\d/)?.[0]);
    const idle = flows();
    const plate = () =>
      [...container.querySelectorAll("g[transform^=rotate]")].map((one) => one.getAttribute("transform"));
    const shut = plate();
    await user.click(screen.getByRole("radio", { name: "Full" }));
    expect(flows()).not.toEqual(idle);
    expect(flows()).toContain("flow-3");
    expect(plate()).not.toEqual(shut);
  });

  it("shuts the choke while the engine is cold", () => {
    const turns = (cold: boolean) => {
      const { container, unmount } = section({ cold });
      const all = [...container.querySelectorAll("g[transform^=rotate]")].map((one) => one.getAttribute("transform"));
      unmount();
      return all;
    };
    expect(turns(true)).not.toEqual(turns(false));
  });

  it("names a part by pointer and by key, with its page in the handbook", async () => {
    const { user } = section({ faults: [{ part_name: "Pump cup", blame: 0.4 }] });
    await user.click(screen.getByText(/Parts in this drawing/));
    const chip = screen.getByRole("button", { name: /^Pump cup/ });
    fireEvent.focus(chip);
    expect(screen.getByRole("link", { name: "In the handbook" }).getAttribute("href")).toBe(
      "/handbook?on=circuits&id=pump",
    );
    expect(chip.getAttribute("aria-pressed")).toBe("true");
  });

  it.each(Object.keys(DRAWINGS))("can be drawn for %s, large and as a small picture", (family) => {
    const { container } = section({ family });
    expect(container.querySelectorAll("path").length).toBeGreaterThan(25);
    const small = draw(<Silhouette family={family} />);
    expect(small.container.querySelectorAll("path").length).toBeGreaterThan(3);
  });

  it("is nothing for a family nobody drew", () => {
    const { container } = section({ family: "zeppelin" });
    expect(container.querySelector("svg")).toBeNull();
    expect(draw(<Silhouette family="zeppelin" />).container.querySelector("svg")).toBeNull();
  });
});
