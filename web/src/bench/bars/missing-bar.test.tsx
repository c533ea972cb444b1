// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { job } from "../../testing/render";
import { MissingBar } from "./missing-bar";

describe("what could not be computed", () => {
  it("is named, with the way to the entries", () => {
    atDesk(<MissingBar />, { job: job({ missing: ["suspects", "the next step"] }) });
    expect(screen.getByText("Could not be computed: suspects, the next step.")).toBeTruthy();
    expect(screen.getByRole("link", { name: "download the entries" }).getAttribute("href")).toMatch(
      /^\/api\/v1\/jobs\/[^/]+\/file\.json$/,
    );
  });

  it("is not shown where all is there, or in a trace from before", () => {
    const { container } = atDesk(<MissingBar />, { job: job({ missing: undefined }) });
    expect(container.textContent).toBe("");
  });
});
