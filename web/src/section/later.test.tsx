// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { catalogue, draw } from "../testing/render";
import { Section } from "./later";
import { twice } from "./twice";

vi.mock("./section", () => {
  throw new Error("Failed to fetch dynamically imported module");
});

describe("a drawing that comes later", () => {
  it("takes nothing with it where it does not come", async () => {
    vi.spyOn(console, "error").mockImplementation(() => undefined); // React tells of what was caught
    draw(
      <>
        <h1>Pump shot</h1>
        <Section family="car-one" features={new Set()} catalogue={catalogue()} faults={[]} check={null} cold={false} />
      </>,
    );
    expect((await screen.findByRole("status")).textContent).toContain("The drawing did not come");
    expect(screen.getByRole("button", { name: "Load the page again" })).toBeTruthy();
    expect(screen.getByRole("heading", { name: "Pump shot" })).toBeTruthy();
  });

  it("is asked for once more where it failed", async () => {
    const fetch = vi.fn().mockRejectedValueOnce(new Error("No signal")).mockResolvedValueOnce("drawn");
    expect(await twice(fetch, 1)).toBe("drawn");
    fetch.mockRejectedValue(new Error("No signal"));
    await expect(twice(fetch, 1)).rejects.toThrow("No signal");
    expect(fetch).toHaveBeenCalledTimes(4);
  });
});
