// @vitest-environment jsdom
import { screen } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { catalogue, check, draw, job, pressure } from "../../testing/render";
import { PlanSheet } from "./plan-sheet";

function open(plan: unknown) {
  const readings = { "fuel-pressure": { cuts: [2.5, 7], from: "trade", source: "", date: null, card: null } };
  const findings = [{ kind: "check", id: "fuel-pressure", says: "Fuel pressure: in range" }];
  vi.spyOn(api, "job").mockResolvedValue(job({ plan, findings, machine: { readings, schools: {} } }));
  const checks = [check({ steps: ["Tee it in.", "Read it."], hazards: ["fuel-vapor"], reading: pressure })];
  const hazards = [{ id: "fuel-vapor", name: "Fuel and vapor", text: "", acknowledge: true }];
  vi.spyOn(api, "catalogue").mockResolvedValue(catalogue({ checks, hazards }));
  return draw(
    <Routes>
      <Route path="/jobs/:id/plan" element={<PlanSheet />} />
    </Routes>,
    "/jobs/j/plan",
  );
}

describe("the sheet of a plan", () => {
  it("says what to look at and how, with limits and cautions, and what is done", async () => {
    const print = vi.spyOn(window, "print").mockImplementation(() => undefined);
    const steps = [
      { id: "fuel-pressure", kind: "check", name: "Fuel pressure", done: false, left: null },
      { id: "tap-off", kind: "task", name: "Tap shut.", done: true, left: "it has none" },
    ];
    const { user } = open({ id: "inspection", name: "Inspection", says: "From outside.", due: "Yearly.", steps });
    const [first, second] = await screen.findAllByRole("listitem");
    expect(first?.textContent).toContain("Tee it in. Read it.");
    expect(first?.textContent).toContain("Mind: fuel and vapor.");
    expect(first?.textContent).toMatch(/in range$/);
    expect(second?.textContent).toContain("Found: ____");
    expect(first?.textContent).toContain("Limits: 2.5 to 7 psi");
    expect(second?.textContent).toContain("left out: it has none");
    expect(screen.getByText("Due again: Yearly.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Print" }));
    expect(print).toHaveBeenCalledOnce();
  });

  it("is none for a job that traces a complaint", async () => {
    open(null);
    await screen.findByText(/it has no plan/);
  });
});
