// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { MixtureCurve, MixtureFit } from "../api/types";
import { draw } from "../testing/render";
import { boardPage, hole } from "../testing/samples";
import { SheetOfHoles } from "./sheet-of-holes";

const family = {
  id: "car-one",
  name: "Single-barrel downdraft",
  fields: [hole({}), hole({ id: "venturi", name: "Venturi", group: "throat", default: 26, max: 70 })],
};
const curve = (lambda: number): MixtureCurve => ({
  points: [0, 0.5, 1].map((opening) => ({
    opening,
    rpm: 1000 + opening * 3000,
    vacuum: 15,
    air: 5,
    lambda,
    fuel: { idle: 0.1, transition: 0.1, main: 0.2, power: 0, second: 0 },
    signal: 0.2,
    uncovered: 0.3,
    second: 0,
  })),
  says: [`At idle lambda ${lambda}.`],
});
const fitted: MixtureFit = {
  now: { chi2: 20, lambdas: [0.9] },
  says: ["One reading cannot tell them apart: measure at idle, at steady cruise and at full."],
  rows: [
    {
      field: "main_jet",
      name: "Main jet",
      value: 1.25,
      unit: "mm",
      uncertainty: 0.02,
      share: 0.8,
      edge: false,
      chi2: 0.1,
      lambdas: [1.05],
    },
  ],
};

const jet = (sizes: Record<string, unknown>) => (sizes as { main_jet: { value: number } }).main_jet.value;

function sheet(given = {}) {
  vi.stubGlobal("matchMedia", () => ({ matches: false, addEventListener: vi.fn(), removeEventListener: vi.fn() }));
  vi.spyOn(api, "board").mockResolvedValue(boardPage([]));
  const reckon = vi
    .spyOn(api, "mixtureCurve")
    .mockImplementation((_, inputs) => Promise.resolve(curve(jet(inputs) < 1.4 ? 1.1 : 0.9)));
  const groups = [
    { id: "throat", name: "Throat" },
    { id: "main", name: "Main" },
  ];
  const drawn = draw(<SheetOfHoles family={family} groups={groups} given={given} name="test" called="the press" />);
  return { reckon, ...drawn };
}

describe("the sheet of holes", () => {
  it("draws the curve of the usual sizes, and anew when one is typed", async () => {
    const { user, reckon } = sheet();
    expect(await screen.findByText("At idle lambda 0.9.")).toBeTruthy();
    await user.clear(screen.getByLabelText("Main jet"));
    await user.type(screen.getByLabelText("Main jet"), "1,3");
    expect(await screen.findByText("At idle lambda 1.1.")).toBeTruthy();
    expect(reckon.mock.lastCall?.[1]).toMatchObject({ main_jet: { value: 1.3, unit: "mm" } });
  });

  it("is drawn along by the slider, from the keyboard as well", async () => {
    const { user } = sheet();
    await screen.findByText("At idle lambda 0.9.");
    screen.getByRole("slider", { name: "Draw along: Main jet" }).focus();
    await user.keyboard("{ArrowLeft}");
    expect(screen.getByLabelText<HTMLInputElement>("Main jet").value).toBe("1.39");
    expect(await screen.findByText("At idle lambda 1.1.")).toBeTruthy();
  });

  it("says at the field what cannot be read or is refused, and keeps what was typed", async () => {
    const { user, reckon } = sheet();
    await screen.findByText("At idle lambda 0.9.");
    await user.clear(screen.getByLabelText("Main jet"));
    await user.type(screen.getByLabelText("Main jet"), "big");
    expect(screen.getByRole("alert").textContent).toBe("0 to 5 mm");
    reckon.mockRejectedValue(
      new ApiError({
        type: "",
        title: "No",
        status: 422,
        detail: "x",
        errors: [{ field: "venturi", detail: "Too wide" }],
      }),
    );
    await user.clear(screen.getByLabelText("Main jet"));
    await user.type(screen.getByLabelText("Main jet"), "1.2");
    expect(await screen.findByText("Look in here")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /Throat/ }));
    expect(await screen.findByText("Too wide")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Main jet").value).toBe("1.2");
  });

  it("lays a curve beside and tells what differs", async () => {
    const { user } = sheet();
    await screen.findByText("At idle lambda 0.9.");
    await user.click(screen.getByText("Lay beside, to compare"));
    expect(await screen.findByText(/Nothing differs yet/)).toBeTruthy();
    await user.clear(screen.getByLabelText("Main jet"));
    await user.type(screen.getByLabelText("Main jet"), "1.3");
    expect(await screen.findByText(/Main jet: 1.4 mm → 1.3 mm/)).toBeTruthy();
    await user.click(screen.getByText("Change places"));
    expect(screen.getByLabelText<HTMLInputElement>("Main jet").value).toBe("1.4");
    await user.click(screen.getByText("Take it away"));
    expect(screen.queryByText(/Dashed/)).toBeNull();
  });

  it("runs both engines beside one another once asked, and again as a size changes", async () => {
    const { user } = sheet();
    const engine = (lambda: number) => ({
      idle: { rpm: 750, lambda },
      part: { torque: 60, lambda, missed: 0.12 },
      opened: [
        { throttle: 0.1, rpm: 1800, torque: 30, lambda },
        { throttle: 1, rpm: 2003, torque: 120, lambda: null },
      ],
      pull: [{ rpm: 2000, torque: 120, lambda }],
      snap: [
        { time: 0, rpm: 750, lambda },
        { time: 0.1, rpm: 900, lambda: null },
      ],
    });
    const run = vi.spyOn(api, "whatIf").mockImplementation((_, was, now) =>
      Promise.resolve({
        was: engine(0.9),
        now: engine(1),
        says: [`From ${jet(was)} to ${jet(now)}.`],
      }),
    );
    await screen.findByText("At idle lambda 0.9.");
    await user.click(screen.getByText("Lay beside, to compare"));
    expect(run).not.toHaveBeenCalled();
    await user.click(await screen.findByText("Run both engines"));
    expect(await screen.findByText("From 1.4 to 1.4.")).toBeTruthy();
    await user.clear(screen.getByLabelText("Main jet"));
    await user.type(screen.getByLabelText("Main jet"), "1.3");
    expect(await screen.findByText("From 1.4 to 1.3.")).toBeTruthy();
    expect(screen.getByRole("img", { name: /Pull wide open/ })).toBeTruthy();
    expect(screen.getByRole("img", { name: "Opened at 2000 rpm: pull (N m)" })).toBeTruthy();
    expect(
      screen.getByRole("row", { name: /^With these holes 750 rpm, lambda 1.00 60 N m, lambda 1.00, misses 12 %/ }),
    ).toBeTruthy();
    run.mockRejectedValue(
      new ApiError({ type: "", title: "No", status: 422, detail: "x", errors: [{ field: "rpm", detail: "Too fast" }] }),
    );
    await user.type(screen.getByLabelText("Main jet"), "5");
    expect(await screen.findByText("Too fast")).toBeTruthy();
  });

  it("starts from what was given, says where it comes from, and goes back to it", async () => {
    const { user } = sheet({ main_jet: { value: 1.28, unit: "mm", says: "measured in this job" } });
    expect(await screen.findByText(/measured in this job/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("Main jet").value).toBe("1.28");
    await user.clear(screen.getByLabelText("Main jet"));
    await user.type(screen.getByLabelText("Main jet"), "1.5");
    expect(screen.queryByText(/measured in this job/)).toBeNull();
    await user.click(screen.getByText("Back to what was given"));
    expect(screen.getByLabelText<HTMLInputElement>("Main jet").value).toBe("1.28");
  });

  it("asks which size gives what the tailpipe says, and puts it in with the old one beside", async () => {
    const { user } = sheet();
    const fit = vi.spyOn(api, "fitMixture").mockResolvedValue(fitted);
    await screen.findByText("At idle lambda 0.9.");
    const ask = screen.getByRole<HTMLButtonElement>("button", { name: "Which size is it?" });
    expect(ask.disabled).toBe(true);
    await user.type(screen.getByLabelText("Vacuum, inHg"), "19");
    expect(screen.getByText("A reading needs all three of its numbers.")).toBeTruthy();
    await user.type(screen.getByLabelText("Speed, rpm"), "750");
    await user.type(screen.getByLabelText("Lambda"), "1.05");
    await user.click(ask);
    expect(await screen.findByText(/One reading cannot tell/)).toBeTruthy();
    expect(fit.mock.lastCall?.[2]).toEqual([{ by: "vacuum", at: 19, rpm: 750, lambda: 1.05 }]);
    await user.click(screen.getByText("Try it"));
    expect(screen.getByLabelText<HTMLInputElement>("Main jet").value).toBe("1.25");
    await waitFor(() => expect(screen.getByText(/Main jet: 1.4 mm → 1.25 mm/)).toBeTruthy());
  });
});
