// @vitest-environment jsdom
import { fireEvent, screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { catalogue, check, job } from "../../testing/render";
import { NextCard } from "./next-card";

const option = (id: string, name: string, more: Record<string, unknown> = {}) => ({
  id,
  name,
  minutes: 3,
  travel: 0,
  waits: null,
  outcomes: [],
  ...more,
});
const words = catalogue({
  checks: [
    check({ id: "pump-shot", name: "Pump shot", reading: null }),
    check({ id: "float-level", name: "Float level", reading: null }),
    check({ id: "vacuum", name: "Vacuum", reading: null }),
  ],
  symptoms: [
    { id: "hesitation", name: "Hesitation", synonyms: ["flat spot"], needs: [], note: "" },
    { id: "surge", name: "Surging", synonyms: [], needs: [], note: "" },
  ],
});
const next = (more: Record<string, unknown> = {}) => ({
  kind: "check",
  reason: "It tells most.",
  check: option("pump-shot", "Pump shot"),
  alternatives: [option("float-level", "Float level", { waits: "After the outside is done." })],
  repair: null,
  proof: null,
  repairs: [],
  plan: [{ group: "running", steps: [option("vacuum", "Vacuum")] }],
  lacking: [],
  passed_over: [],
  house: [],
  ...more,
});
const machine = { features: [], readings: {}, schools: {}, checks: {}, symptoms: ["hesitation"], card: null };
const card = (trace: Record<string, unknown> = {}, at?: string) =>
  atDesk(<NextCard />, { job: job({ next: next(), machine, ...trace }), catalogue: words, ...(at && { at }) });
const step = () => within(screen.getByRole("region", { name: "Next step" }));

describe("the next step", () => {
  it("is the check that tells most, with the reason, and is read out", () => {
    card({ findings: [{ entry: "2", says: "Spark: strong" }] });
    expect(step().getByRole("heading", { name: "Pump shot" })).toBeTruthy();
    expect(step().getByText("It tells most.")).toBeTruthy();
    expect(screen.getByRole("status").textContent).toBe("Spark: strong. Next: Pump shot");
  });

  it("is another when one is taken instead, until one goes back", async () => {
    const { user } = card();
    await user.click(screen.getByRole("button", { name: "Vacuum" }));
    expect(step().getByRole("heading", { name: "Vacuum" })).toBeTruthy();
    expect(step().queryByText("It tells most.")).toBeNull();
    expect(screen.getByRole("button", { name: "Vacuum" }).getAttribute("aria-pressed")).toBe("true");
    await user.click(screen.getByText("Back to the recommended step"));
    expect(step().getByRole("heading", { name: "Pump shot" })).toBeTruthy();
  });

  it("taken by the address holds until something is answered, also over a caution that is acknowledged", () => {
    const after = (kind: string) => {
      const entries = ["machine", "symptom", kind].map((one, i) => ({ id: `e${i}`, kind: one, data: {} }));
      const held = { ...job({ next: next(), machine }), entries } as ReturnType<typeof job>;
      return atDesk(<NextCard />, { job: held, catalogue: words, at: "/?check=vacuum&at=2" });
    };
    const { unmount } = card({}, "/?check=vacuum&at=3");
    expect(step().getByRole("heading", { name: "Vacuum" })).toBeTruthy();
    unmount();
    const caution = after("caution");
    expect(step().getByRole("heading", { name: "Vacuum" })).toBeTruthy();
    caution.unmount();
    const answer = after("check");
    expect(step().getByRole("heading", { name: "Pump shot" })).toBeTruthy();
    answer.unmount();
    card({}, "/?check=vacuum&at=2"); // what was written since is not known
    expect(step().getByRole("heading", { name: "Pump shot" })).toBeTruthy();
  });

  it.each([
    [
      "repair",
      { repair: { id: "x", name: "Renew it", text: "", minutes: 1, success: 1, refers: false, hazards: [] } },
      "Renew it",
    ],
    [
      "refer",
      { repair: { id: "x", name: "Another shop", text: "", minutes: 1, success: 1, refers: true, hazards: [] } },
      "Another shop",
    ],
    [
      "prove",
      { proof: { kind: "symptom", id: "hesitation", name: "Hesitation", done: false } },
      "Hesitation: is it gone?",
    ],
    ["close", {}, "Everything is shown to be right"],
  ])("of the kind %s has a panel of its own", (kind, more, title) => {
    card({ next: next({ kind, check: null, ...more }) });
    expect(step().getByRole("heading", { name: title })).toBeTruthy();
  });

  it("asks for something to go by when there is nothing", () => {
    card({ next: next({ kind: "describe", check: null, alternatives: [], plan: [] }) });
    expect(step().getByRole("heading", { name: "What does it do?" })).toBeTruthy();
    expect(screen.getByText("Add an observation")).toBeTruthy();
  });

  it("is over when the job is closed", () => {
    card({ next: next({ kind: "close", check: null }), closing: { as: "proven", reason: null } });
    expect(screen.getByRole("status").textContent).toBe("Closed: proven.");
    expect(screen.queryByRole("region", { name: "Other ways on" })).toBeNull();
  });
});

describe("other ways on", () => {
  it("open the repairs, by key too", () => {
    card();
    fireEvent.keyDown(document.body, { key: "r" });
    expect(screen.getByRole("dialog", { name: "Repair" })).toBeTruthy();
  });

  it("take one more observation by any of its names, only what this machine can show", async () => {
    const { sent, user } = card();
    await user.click(screen.getByText("Add an observation"));
    await user.type(screen.getByRole("searchbox"), "flat spot");
    expect(screen.queryByLabelText("Seen: Surging")).toBeNull();
    await user.click(screen.getByLabelText("Not seen: Hesitation"));
    expect(sent).toMatchObject([{ kind: "symptom", data: { symptom: "hesitation", seen: "absent" } }]);
    expect(screen.queryByRole("searchbox")).toBeNull();
  });

  it("say what could not be done and why, and take it up again", async () => {
    const { user } = card({
      next: next({ passed_over: [{ id: "float-level", name: "Float level", entry: "4", reason: "It is glued." }] }),
    });
    await user.click(screen.getByText("Could not be done (1)"));
    expect(screen.getByText("It is glued.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /^Float level/ }));
    expect(step().getByRole("heading", { name: "Float level" })).toBeTruthy();
  });

  it("say what is held back and why, what is passed over, and what the shop's list would waste", async () => {
    const { user } = card({
      next: next({
        lacking: [{ name: "Float gauge", tools: ["gauge"] }],
        house: [
          { id: "vacuum", name: "Vacuum", minutes: 4, done: false, wasted: true },
          { id: "pump-shot", name: "Pump shot", minutes: 3, done: true, wasted: false },
        ],
      }),
    });
    expect(screen.getByText(/lacks the tool: Float gauge \(gauge\)/)).toBeTruthy();
    await user.click(screen.getByText("Held back by the order of work (1)"));
    expect(screen.getByText("After the outside is done.")).toBeTruthy();
    await user.click(screen.getByText("The shop's fixed list (1 to do)"));
    expect(screen.getByText("tells next to nothing now", { exact: false }).closest("li")?.textContent).toContain(
      "Vacuum",
    );
    await user.click(screen.getByRole("button", { name: /Float level/ }));
    expect(step().getByRole("heading", { name: "Float level" })).toBeTruthy();
  });
});
