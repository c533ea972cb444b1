// @vitest-environment jsdom
import { fireEvent, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { entry } from "../../api/entries";
import type { CheckOption } from "../../api/types";
import type { Parcel } from "../../outbox/types";
import { atDesk } from "../../testing/desk";
import { catalogue, check, job } from "../../testing/render";
import { CheckPanel } from "./check-panel";

const shot = check({
  id: "pump-shot",
  name: "Pump shot",
  reading: null,
  minutes: 3,
  tools: ["mirror"],
  steps: ["Cover off.", "Open the throttle smartly."],
  states: ["S", "W"],
  outcomes: [
    { id: "strong", name: "Strong at once", kind: "healthy", needs: [] },
    { id: "weak", name: "Weak", kind: "abnormal", needs: [] },
    { id: "second", name: "Second barrel dry", kind: "abnormal", needs: ["two-barrels"] },
    { id: "unsure", name: "Could not see", kind: "neutral", needs: [] },
  ],
});
const vapour = { id: "vapour", name: "Vapour", caution: "No flame near it.", acknowledge: true };

function machine(more: Record<string, unknown> = {}) {
  return {
    features: [],
    readings: {},
    schools: {},
    symptoms: [],
    card: null,
    called: null,
    checks: { "pump-shot": ["strong", "weak", "unsure"] },
    ...more,
  };
}

function panel(row = shot, trace: Record<string, unknown> = {}, option: CheckOption | null = null) {
  return atDesk(<CheckPanel check={row} option={option} reason="It tells most." />, {
    job: job({ machine: machine(), ...trace }),
    catalogue: catalogue({ hazards: [vapour] }),
  });
}

const answers = () => screen.getAllByRole("button").map((one) => one.textContent.replace(/\s/g, " "));

describe("a check", () => {
  it("says how, with what, how long and how the machine must stand", () => {
    panel();
    expect(screen.getByRole("heading", { name: "Pump shot" })).toBeTruthy();
    expect(screen.getByText("Next check · engine stopped or warm, just stopped")).toBeTruthy();
    expect(screen.getAllByRole("listitem").map((one) => one.textContent)).toEqual(shot.steps);
    expect(screen.getByText("3 min")).toBeTruthy();
    expect(screen.getByText("mirror")).toBeTruthy();
    expect(screen.getByText("It tells most.")).toBeTruthy();
  });

  it("offers only the answers this machine can give, each with its digit, and says on none what is expected", () => {
    const option = { id: "pump-shot", minutes: 3, travel: 10, outcomes: [{ id: "weak", chance: 0.4 }] };
    panel(shot, {}, option as unknown as CheckOption);
    expect(answers().filter((text) => /^\d/.test(text))).toEqual([
      "1Strong at once",
      "2Weak",
      "3Could not seesays nothing, do it again",
    ]);
    expect(screen.queryByText(/40/)).toBeNull();
    expect(screen.getByText("3 min + 10 to get there")).toBeTruthy();
  });

  it("says in its why what the odds expect", async () => {
    const option = { id: "pump-shot", minutes: 3, travel: 0, outcomes: [{ id: "weak", name: "Weak", chance: 0.4 }] };
    const { user } = panel(shot, {}, option as unknown as CheckOption);
    await user.click(screen.getByRole("button", { name: "What is expected, and why now" }));
    expect(screen.getByText(/^40/)).toBeTruthy();
  });

  it("is passed over with what is in the way, and only so", async () => {
    const { sent, user } = panel();
    await user.click(screen.getByRole("button", { name: "It cannot be done here" }));
    const pass = screen.getByRole<HTMLButtonElement>("button", { name: "Pass it over" });
    await user.type(screen.getByLabelText(/What is in the way/), "  ");
    expect(pass.disabled).toBe(true);
    await user.type(screen.getByLabelText(/What is in the way/), "the cover is riveted{Enter}");
    expect(sent).toMatchObject([{ kind: "passed_over", data: { check: "pump-shot", reason: "the cover is riveted" } }]);
  });

  it("is passed over once, however long that takes to be stored", () => {
    const made = entry("passed_over", { check: "pump-shot", reason: "riveted" });
    const parcels = [{ content: { kind: "entry", entry: made } }] as unknown as Parcel[];
    atDesk(<CheckPanel check={shot} option={null} reason={null} />, { job: job({ machine: machine() }), parcels });
    expect(screen.getByText(/once that is stored/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: "It cannot be done here" })).toBeNull();
  });

  it("is recorded as reported where somebody else has found it", async () => {
    const { sent, user } = panel();
    await user.click(screen.getByRole("button", { name: "Found by somebody else" }));
    await user.type(screen.getByRole("textbox"), "the licensed shop");
    await user.click(screen.getByRole("button", { name: /Weak/ }));
    expect(sent[0]?.data).toEqual({ check: "pump-shot", outcomes: ["weak"], reported: "the licensed shop" });
  });

  it("says what it took where that was another time, once, and stops at what cannot be", async () => {
    const { sent, user } = panel();
    await user.click(screen.getByRole("button", { name: "It took another time" }));
    await user.type(screen.getByLabelText("Minutes it took"), "forever");
    expect(screen.getByRole("button", { name: /Weak/ })).toHaveProperty("disabled", true);
    fireEvent.keyDown(document.body, { key: "2" });
    expect(sent).toHaveLength(0);
    expect(screen.getByRole("alert").textContent).toBe("Minutes from 0 to 1440");
    await user.clear(screen.getByLabelText("Minutes it took"));
    await user.type(screen.getByLabelText("Minutes it took"), "12,5");
    await user.click(screen.getByRole("button", { name: /Weak/ }));
    await user.click(screen.getByRole("button", { name: /Weak/ }));
    expect(sent.map((one) => one.data)).toEqual([
      { check: "pump-shot", outcomes: ["weak"], minutes: 12.5 },
      { check: "pump-shot", outcomes: ["weak"] },
    ]);
  });

  it("is answered by a click or by its digit", async () => {
    const { sent, user } = panel();
    await user.click(screen.getByRole("button", { name: /Weak/ }));
    fireEvent.keyDown(document.body, { key: "1" });
    expect(sent.map((one) => one.data)).toEqual([
      { check: "pump-shot", outcomes: ["weak"] },
      { check: "pump-shot", outcomes: ["strong"] },
    ]);
    fireEvent.keyDown(document.body, { key: "4" });
    expect(sent).toHaveLength(2);
  });

  it("is done the shop's way where the shop has one", () => {
    const way = {
      access: "Lift the cover.",
      steps: ["Watch the jet."],
      tools: ["lamp"],
      states: ["R"],
      minutes: 7,
    };
    panel(shot, { machine: machine({ schools: { "pump-shot": way } }) });
    expect(screen.getAllByRole("listitem").map((one) => one.textContent)).toEqual([
      "Lift the cover.",
      "Watch the jet.",
    ]);
    expect(screen.getByText("7 min")).toBeTruthy();
    expect(screen.getByText("Next check · running warm")).toBeTruthy();
    expect(screen.queryByText("mirror")).toBeNull();
  });

  it("with a reading asks for the instrument first, and takes a word instead", () => {
    panel(check());
    expect(screen.getByRole("region", { name: "Instrument" })).toBeTruthy();
    expect(screen.getByText("Or in a word")).toBeTruthy();
  });
});

describe("a check with several findings at once", () => {
  const parts = { ...shot, multi: true };

  it("collects what is wrong and records it together; the same once more takes the mark off", async () => {
    const { sent, user } = panel(parts, {
      machine: machine({ checks: { "pump-shot": ["strong", "weak", "second"] } }),
    });
    expect(screen.getByText<HTMLButtonElement>("Record what is marked").disabled).toBe(true);
    await user.click(screen.getByRole("button", { name: /Weak/ }));
    await user.click(screen.getByRole("button", { name: /Second barrel/ }));
    expect(screen.getByRole("button", { name: /Weak/ }).getAttribute("aria-pressed")).toBe("true");
    await user.click(screen.getByRole("button", { name: /Weak/ }));
    expect(screen.getByText("Record what is marked (1)")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /Weak/ }));
    expect(sent).toHaveLength(0);
    await user.click(screen.getByText("Record what is marked (2)"));
    expect(sent.map((one) => one.data)).toEqual([{ check: "pump-shot", outcomes: ["second", "weak"] }]);
  });

  it("marks by digit and records by Enter; a healthy answer stands alone", () => {
    const { sent } = panel(parts);
    fireEvent.keyDown(document.body, { key: "Enter" });
    fireEvent.keyDown(document.body, { key: "2" });
    fireEvent.keyDown(document.body, { key: "Enter" });
    fireEvent.keyDown(document.body, { key: "1" });
    expect(sent.map((one) => one.data)).toEqual([
      { check: "pump-shot", outcomes: ["weak"] },
      { check: "pump-shot", outcomes: ["strong"] },
    ]);
  });
});

describe("the cautions of a check", () => {
  const risky = { ...shot, hazards: ["vapour"] };

  it("are read before an answer is taken, whichever way it is given", async () => {
    const { sent, user } = panel(risky);
    expect(screen.getByText("No flame near it.", { exact: false })).toBeTruthy();
    fireEvent.keyDown(document.body, { key: "1" });
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /Weak/ }).disabled).toBe(true);
    expect(sent).toHaveLength(0);
    await user.click(screen.getByText("Read and seen to"));
    expect(sent).toMatchObject([{ kind: "caution", data: { hazard: "vapour" } }]);
  });

  it("can be acknowledged by key", () => {
    const { sent } = panel(risky);
    fireEvent.keyDown(document.body, { key: "c" });
    expect(sent).toMatchObject([{ kind: "caution", data: { hazard: "vapour" } }]);
  });

  it("fold to a line once they are read in this job, and stay at hand", () => {
    const { sent } = panel(risky, { cautions: { read: ["vapour"], danger: [] } });
    expect(screen.getByText("Cautions read:").parentElement?.textContent).toBe("Cautions read: vapour");
    expect(screen.getByText("No flame near it.", { exact: false }).closest("details")?.open).toBe(false);
    fireEvent.keyDown(document.body, { key: "2" });
    expect(sent).toMatchObject([{ kind: "check" }]);
  });
});

describe("a check of a machine that has the part more than once", () => {
  const option = {
    id: "pump-shot",
    minutes: 3,
    travel: 0,
    outcomes: [],
    notes: ["Fuel screw: out is richer, in is leaner."],
    places: [
      { id: "1", name: "Carburetor 1", done: false },
      { id: "2", name: "Carburetor 2", done: false },
    ],
    asks_engine: false,
  } as unknown as CheckOption;

  it("says what is to be known, and is answered for all alike or for one of them", async () => {
    const { sent, user } = panel(shot, {}, option);
    expect(screen.getByText("Fuel screw: out is richer, in is leaner.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /Weak/ }));
    await user.click(screen.getByRole("radio", { name: "Carburetor 2" }));
    await user.click(screen.getByRole("button", { name: /Strong at once/ }));
    expect(sent.map((one) => one.data)).toEqual([
      { check: "pump-shot", outcomes: ["weak"] },
      { check: "pump-shot", outcomes: ["strong"], place: "2" },
    ]);
  });

  it("goes on with the first place nobody has looked at, once one has been", () => {
    const [first, second] = option.places;
    panel(shot, {}, { ...option, places: [{ ...first, done: true }, second] as CheckOption["places"] });
    expect(screen.getByRole("radio", { name: "Carburetor 2" }).getAttribute("aria-checked")).toBe("true");
  });

  it("knows its places and its screw when it is taken out of turn", () => {
    panel(
      { ...shot, per: "carburetor" },
      {
        machine: machine({
          places: { carburetor: option.places },
          screws: [{ id: "idle", says: "Air screw: in is richer.", checks: ["pump-shot"], faults: [] }],
        }),
      },
    );
    expect(screen.getByRole("radio", { name: "All alike" })).toBeTruthy();
    expect(screen.getByText("Air screw: in is richer.")).toBeTruthy();
  });
});

describe("a flow that nobody can call ample yet", () => {
  const option = { id: "pump-shot", minutes: 3, travel: 0, outcomes: [], notes: [], places: [], asks_engine: true };

  it("asks for the engine, says at the field what cannot be, and writes it down", async () => {
    const { sent, user } = atDesk(<CheckPanel check={shot} option={option as never} reason={null} />, {
      job: job({ machine: machine({ family: "mower" }) }),
      catalogue: catalogue({
        families: [{ id: "mower", engine: { power: [0.5, 25], displacement: [30, 1000], full_speed: [2000, 4500] } }],
      }),
    });
    await user.type(screen.getByLabelText("Power"), "900");
    expect(screen.getByRole("alert").textContent).toMatch(/0.5 to 25 kW/);
    expect(screen.getByRole("button", { name: "Write it down" }).hasAttribute("disabled")).toBe(true);
    expect(screen.getByLabelText<HTMLInputElement>("Power").value).toBe("900");
    await user.clear(screen.getByLabelText("Power"));
    await user.type(screen.getByLabelText("Power"), "4,5");
    await user.click(screen.getByRole("button", { name: "Write it down" }));
    expect(sent.map((one) => [one.kind, one.data])).toEqual([["engine", { power: 4.5 }]]);
  });
});
