// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { Catalogue, SpecItem } from "../api/types";
import { draw } from "../testing/render";
import { CardEditor } from "./card-editor";
import { emptyCard } from "./edited-card";
import { figureText } from "../words/figures";

const items: SpecItem[] = [
  {
    id: "fuel-pressure",
    name: "Pressure at idle",
    check: "Fuel pressure",
    unit: "psi",
    units: ["psi", "kPa"],
    words: ["low", "in-range", "high"],
  },
  { id: "main-jet", name: "Main jet", check: null, unit: "number", units: ["number"], words: [] },
];
const families = [{ id: "car-one", name: "Single-barrel downdraft" }] as unknown as Catalogue["families"];

function editor() {
  const done = vi.fn();
  return {
    done,
    ...draw(
      <CardEditor
        card={emptyCard("car-one")}
        items={items}
        families={families}
        onDone={done}
        onCancel={() => undefined}
      />,
    ),
  };
}

describe("the editor of a spec card", () => {
  it("keeps a figure with its unit, source and date, commas and all", async () => {
    const keep = vi.spyOn(api, "keepCard").mockResolvedValue({} as never);
    const { user, done } = editor();
    await user.type(screen.getByLabelText(/Carburetor model/), "Press downdraft");
    await user.click(screen.getByText("Another figure"));
    await user.type(screen.getByLabelText("From"), "2,5");
    await user.type(screen.getByLabelText("To"), "4");
    await user.type(screen.getByLabelText("Source"), "shop sheet");
    await user.click(screen.getByText("Keep the card"));
    expect(keep).toHaveBeenCalledWith({
      name: "Press downdraft",
      family: "car-one",
      figures: [
        expect.objectContaining({ item: "fuel-pressure", low: 2.5, high: 4, unit: "psi", source: "shop sheet" }),
      ],
    });
    expect(done).toHaveBeenCalled();
  });

  it("says at the line what is no number, before it is sent", async () => {
    const keep = vi.spyOn(api, "keepCard");
    const { user } = editor();
    await user.click(screen.getByText("Another figure"));
    await user.type(screen.getByLabelText("From"), "two");
    await user.click(screen.getByText("Keep the card"));
    expect(screen.getByRole("alert").textContent).toContain("Type numbers");
    expect(keep).not.toHaveBeenCalled();
    expect(screen.getByLabelText<HTMLInputElement>("From").value).toBe("two");
  });

  it("shows what the server refuses where it stands, and loses nothing", async () => {
    vi.spyOn(api, "keepCard").mockRejectedValue(
      new ApiError({
        type: "",
        title: "No",
        status: 422,
        detail: "",
        errors: [{ field: "figures/0/high", detail: "The upper limit lies under the lower" }],
      }),
    );
    const { user, done } = editor();
    await user.click(screen.getByText("Another figure"));
    await user.type(screen.getByLabelText("From"), "4");
    await user.type(screen.getByLabelText("To"), "2");
    await user.click(screen.getByText("Keep the card"));
    expect((await screen.findByRole("alert")).textContent).toContain("under the lower");
    expect(done).not.toHaveBeenCalled();
  });

  it("offers each figure once and takes one off again", async () => {
    const { user } = editor();
    await user.click(screen.getByText("Another figure"));
    await user.click(screen.getByText("Another figure"));
    await user.click(screen.getByText("Another figure"));
    expect(screen.getAllByLabelText("Figure")).toHaveLength(2);
    await user.click(screen.getByLabelText("Take off Main jet"));
    expect(screen.getAllByLabelText("Figure")).toHaveLength(1);
  });
});

it("says a figure as it is meant", () => {
  expect(figureText({ low: 3, high: 5, unit: "psi" })).toBe("3 to 5 psi");
  expect(figureText({ low: 0.4, high: null, unit: "mL" })).toBe("from 0.4 mL");
  expect(figureText({ high: 10, unit: "%" })).toBe("up to 10 %");
  expect(figureText({ low: 122, high: 122, unit: "number" })).toBe("122");
});
