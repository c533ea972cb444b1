// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { atDesk } from "../../testing/desk";
import { visit } from "../../testing/samples";
import { Visits } from "./visits";

describe("this machine before", () => {
  it("tells how it ended, what was done, what it was left at and what was left", async () => {
    vi.spyOn(api, "visits").mockResolvedValue({ machine: "m", visits: [visit()] });
    atDesk(<Visits />);
    const card = await screen.findByRole("region", { name: "This machine before" });
    expect(card.textContent).toContain("Repaired, and shown to be right.");
    expect(card.textContent).toContain("Done: Soft inlet seat swollen: inlet valve or its seal.");
    expect(card.textContent).toContain("Float height left at 14 mm");
    expect(card.textContent).toContain("In-line filter choked: he brings his own");
    expect(card.textContent).toContain("Float setting, as left: Height now 14 mm");
    expect(screen.getByRole("link", { name: "Its record" }).getAttribute("href")).toBe("/machines/m");
    expect(screen.getByRole("link", { name: "Open that job" }).getAttribute("href")).toBe("/jobs/job-0");
  });

  it("is nothing where it has not been here", async () => {
    const ask = vi.spyOn(api, "visits").mockResolvedValue({ machine: null, visits: [] });
    const { container } = atDesk(<Visits />);
    await vi.waitFor(() => expect(ask).toHaveBeenCalled());
    expect(container.textContent).toBe("");
  });
});
