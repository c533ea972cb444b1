// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { catalogue, job } from "../../testing/render";
import { Cleared } from "./cleared";

describe("what was cleared", () => {
  const opened = { engine: "cold", carburetor: "open", changes: {} };

  it("is written down with how it was found and left", async () => {
    const words = {
      found: { gum: "gum", clear: "clear already" },
      left: { clear: "clear, both ways", partly: "partly" },
    };
    const rows = [{ entry: "c", name: "Main jet", place: null, found: "gum", left: "partly", right: false }];
    const machine = { passages: [{ id: "main-jet", name: "Main jet" }] };
    const { sent, user } = atDesk(<Cleared />, {
      job: job({ cleared: rows, state: opened, machine }),
      catalogue: catalogue({ cleared: words }),
    });
    await user.click(screen.getByRole("button", { name: /What was cleared/ }));
    expect(screen.getByText("left partly")).toBeTruthy();
    await user.selectOptions(screen.getByLabelText("Found"), "clear already");
    await user.click(screen.getByRole("button", { name: "Note it" }));
    await user.selectOptions(screen.getByLabelText("Passage, jet or hole"), "Something else");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Note it" }).disabled).toBe(true);
    await user.type(screen.getByLabelText("What it is"), "drain hole");
    await user.click(screen.getByRole("button", { name: "Note it" }));
    expect(sent.map((one) => one.data)).toEqual([
      { passage: "main-jet", found: "clear", left: "clear" },
      { name: "drain hole", found: "clear", left: "clear" },
    ]);
  });
});
