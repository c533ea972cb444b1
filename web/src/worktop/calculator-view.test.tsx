// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { Answer, Calculator } from "../api/types";
import { boardPage, draw } from "../testing/render";
import { CalculatorView } from "./calculator-view";

const calculator: Calculator = {
  id: "jet-area",
  name: "Jet or drill to area",
  group: "Jets",
  question: "How large is the hole?",
  check: null,
  caution: null,
  assumes: ["A round hole."],
  source: "Geometry",
  inputs: [
    {
      id: "diameter",
      name: "Diameter",
      unit: "mm",
      units: ["m", "mm", "in"],
      list: false,
      optional: false,
      default: 1.22,
      min: 0.1,
      max: 20,
    },
    {
      id: "kind",
      name: "Kind",
      units: [],
      list: false,
      optional: false,
      default: "jet",
      choices: { jet: "Jet", drill: "Drill" },
    },
  ],
};
const answer: Answer = {
  outputs: [
    { id: "area", name: "Area", value: 1.169, unit: "mm2", units: ["mm2", "cm2"], uncertainty: 0.0096, digits: 3 },
  ],
  says: ["A usual size."],
  curve: null,
};

function view() {
  vi.spyOn(api, "board").mockResolvedValue(boardPage([]));
  vi.spyOn(api, "catalogue").mockResolvedValue({ hazards: [] } as never);
  const reckon = vi.spyOn(api, "reckon").mockResolvedValue(answer);
  return { reckon, ...draw(<CalculatorView calculator={calculator} />) };
}

describe("a calculator", () => {
  it("answers its usual values at once, with uncertainty, words, assumptions and source", async () => {
    const { reckon } = view();
    expect(await screen.findByText("1.169 ± 0.019")).toBeTruthy();
    expect(reckon).toHaveBeenCalledWith("jet-area", {
      inputs: { diameter: { value: 1.22, unit: "mm" }, kind: "jet" },
      units: {},
    });
    expect(screen.getByText("A usual size.")).toBeTruthy();
    expect(screen.getByText("A round hole.")).toBeTruthy();
    expect(screen.getByText(/Source: Geometry/)).toBeTruthy();
  });

  it("asks anew for another unit of an answer and another choice", async () => {
    const { user, reckon } = view();
    await user.selectOptions(await screen.findByLabelText("Unit of Area"), "cm2");
    await user.selectOptions(screen.getByLabelText("Kind"), "drill");
    await waitFor(() =>
      expect(reckon).toHaveBeenLastCalledWith("jet-area", {
        inputs: { diameter: { value: 1.22, unit: "mm" }, kind: "drill" },
        units: { area: "cm2" },
      }),
    );
  });

  it("says at the field what cannot be read and does not ask", async () => {
    const { user, reckon } = view();
    await screen.findByText("1.169 ± 0.019");
    const asked = reckon.mock.calls.length;
    await user.clear(screen.getByLabelText("Diameter"));
    await user.type(screen.getByLabelText("Diameter"), "wide");
    expect(screen.getByRole("alert").textContent).toBe("0.1 to 20 mm");
    expect(screen.getByText<HTMLButtonElement>("Send to a job").disabled).toBe(true);
    expect(reckon.mock.calls.length).toBe(asked);
  });

  it("shows what the core refuses at its field", async () => {
    const { user, reckon } = view();
    await screen.findByText("1.169 ± 0.019");
    reckon.mockRejectedValue(
      new ApiError({
        type: "",
        title: "No",
        status: 422,
        detail: "x",
        errors: [{ field: "diameter", detail: "Diameter: 99 mm cannot be" }],
      }),
    );
    await user.clear(screen.getByLabelText("Diameter"));
    await user.type(screen.getByLabelText("Diameter"), "99");
    expect((await screen.findByRole("alert")).textContent).toContain("cannot be");
  });

  it("keeps what was typed, and goes back to usual values when asked", async () => {
    const { user, unmount } = view();
    await user.clear(await screen.findByLabelText("Diameter"));
    await user.type(screen.getByLabelText("Diameter"), "1,5");
    unmount();
    view();
    expect(screen.getByLabelText<HTMLInputElement>("Diameter").value).toBe("1,5");
    await user.click(screen.getByText("Back to usual values"));
    expect(screen.getByLabelText<HTMLInputElement>("Diameter").value).toBe("1.22");
  });
});
