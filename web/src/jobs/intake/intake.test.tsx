// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { useLocation } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { problemOf } from "../../api/problem";
import type { Job, NewJob } from "../../api/types";
import { catalogue, draw } from "../../testing/render";
import { Intake } from "./intake";

const words = catalogue({
  families: [
    {
      id: "car-one",
      name: "Single-barrel downdraft",
      is: "The usual one.",
      features: ["bowl", "accelerator-pump"],
      most: { carburetors: 4, cylinders: 8 },
      engine: { power: [3, 120], displacement: [300, 8000], full_speed: [1000, 6500] },
    },
    { id: "diaphragm", name: "Diaphragm cube", is: "On a cutter.", features: [] },
  ],
  plans: [{ id: "round", name: "Winter round", says: "Before the frost.", needs: ["bowl"] }],
  screws: [
    {
      id: "fuel",
      name: "Fuel screw",
      says: "Out is richer.",
      needs: ["bowl"],
      features: { air: false, unsure: false },
    },
    { id: "air", name: "Air screw", says: "In is richer.", needs: ["bowl"], features: { air: true, unsure: false } },
    { id: "unknown", name: "Unknown", says: "Nobody knows.", needs: ["bowl"], features: { air: false, unsure: true } },
  ],
  features: [
    { id: "bowl", name: "Float bowl" },
    { id: "accelerator-pump", name: "Accelerator pump" },
  ],
  symptoms: [
    {
      id: "hesitation",
      name: "Hesitation",
      note: "As the throttle opens.",
      group: "driving",
      needs: [],
      synonyms: ["flat spot"],
    },
    { id: "overflow", name: "Fuel from the vent", note: "", group: "leaks", needs: ["bowl"], synonyms: [] },
  ],
  faults: [{ id: "choke", needs: [], when: { hesitation: ["cold"] } }],
  conditions: [
    { id: "cold", name: "Cold", axis: "heat" },
    { id: "hot", name: "Hot", axis: "heat" },
  ],
  questions: [
    {
      id: "stood",
      name: "Did it stand?",
      options: [
        { id: "months", name: "For months" },
        { id: "no", name: "No" },
      ],
    },
  ],
  work: [{ id: "tune-up", name: "Tune-up" }],
});
const cards = [
  {
    id: "c",
    name: "Press downdraft",
    family: "car-one",
    figures: [],
    limits: { "fuel-pressure": { cuts: [3, 4], from: "card" } },
  },
  { id: "d", name: "Cutter cube", family: "diaphragm", figures: [], limits: {} },
];

function Place() {
  return <output>{useLocation().pathname}</output>;
}

function intake() {
  vi.spyOn(api, "catalogue").mockResolvedValue(words);
  vi.spyOn(api, "cards").mockResolvedValue({ cards, items: [] } as never);
  vi.spyOn(api, "schools").mockResolvedValue({ chosen: { lines: "clear" }, lacks: ["gauge"] });
  return draw(
    <>
      <Intake />
      <Place />
    </>,
    "/new",
  );
}
const taking = () =>
  vi.spyOn(api, "createJob").mockImplementation(({ id }) => Promise.resolve({ id, version: 1 } as Job));
const sentTo = async (create: ReturnType<typeof taking>): Promise<NewJob> => {
  await waitFor(() => expect(create).toHaveBeenCalled());
  return create.mock.lastCall?.[0] as NewJob;
};

describe("a new job", () => {
  it("goes out whole: machine, shop's ways, card, complaint with its conditions, past; then the bench opens", async () => {
    const create = taking();
    const { user } = intake();
    await user.type(await screen.findByLabelText("What the shop calls it"), " Cider press ");
    await user.selectOptions(await screen.findByLabelText(/Spec card/), "Press downdraft");
    await user.click(screen.getByLabelText("Seen: Hesitation"));
    await user.click(within(screen.getByRole("group", { name: "When? Hesitation" })).getByText("Cold"));
    await user.click(screen.getByLabelText("Not seen: Fuel from the vent"));
    await user.click(screen.getByText("For months"));
    await user.click(screen.getByText("Tune-up"));
    expect(screen.getByText("1 complaint noted.")).toBeTruthy();
    await user.click(screen.getByText("Start tracing"));
    const { id, title, entries } = await sentTo(create);
    expect(title).toBe("Cider press: Hesitation");
    expect(entries[0]).toMatchObject({
      kind: "machine",
      data: {
        family: "car-one",
        name: "Cider press",
        context: { stood: "months" },
        work: ["tune-up"],
        schools: { lines: "clear" },
        lacks: ["gauge"],
        card: { id: "c", name: "Press downdraft" },
        limits: cards[0]?.limits,
      },
    });
    expect(entries.slice(1).map((one) => one.data)).toEqual([
      { symptom: "hesitation", seen: "present", when: ["cold"] },
      { symptom: "overflow", seen: "absent", when: [] },
    ]);
    await waitFor(() => expect(screen.getByText(`/jobs/${id}`)).toBeTruthy());
    expect(localStorage.getItem("upper-branch.intake")).toBeNull();
  });

  it("takes how many there are, which way the screw is richer, and what the engine is known by", async () => {
    const create = taking();
    const { user } = intake();
    await user.type(await screen.findByLabelText("Carburetors"), "2");
    await user.type(screen.getByLabelText("Cylinders"), "4");
    await user.click(screen.getByRole("radio", { name: "Nobody knows" }));
    await user.type(screen.getByLabelText("Power"), "900");
    await user.click(screen.getByText("Start tracing"));
    expect(screen.getByText(/Look at the figures of the engine/)).toBeTruthy();
    expect(create).not.toHaveBeenCalled();
    expect(screen.getByLabelText<HTMLInputElement>("Power").value).toBe("900");
    await user.clear(screen.getByLabelText("Power"));
    await user.type(screen.getByLabelText("Power"), "40");
    await user.click(screen.getByText("Start tracing"));
    expect((await sentTo(create)).entries[0]?.data).toMatchObject({
      carburetors: 2,
      cylinders: 4,
      engine: { power: 40 },
      features: { air: false, unsure: true },
    });
  });

  it("may be for a plan instead of a complaint", async () => {
    const create = taking();
    const { user } = intake();
    await user.click(await screen.findByRole("radio", { name: /Winter round/ }));
    await user.click(screen.getByText("Start tracing"));
    expect((await sentTo(create)).title).toBe("Single-barrel downdraft: Winter round");
    expect((await sentTo(create)).entries[0]?.data).toMatchObject({ plan: "round" });
  });

  it("loses nothing on a reload, until the sheet is cleared", async () => {
    const { user, unmount } = intake();
    await user.type(await screen.findByLabelText("What the shop calls it"), "Press");
    await user.click(screen.getByLabelText("Seen: Hesitation"));
    unmount();
    intake();
    expect((await screen.findByLabelText<HTMLInputElement>("What the shop calls it")).value).toBe("Press");
    expect(screen.getByLabelText("Seen: Hesitation").getAttribute("aria-pressed")).toBe("true");
    await user.click(screen.getByText("Clear the sheet"));
    expect(screen.getByLabelText<HTMLInputElement>("What the shop calls it").value).toBe("");
    expect(screen.getByText(/Without a complaint it is an inspection/)).toBeTruthy();
  });

  it("says what the server refuses, and the sheet stays as it is", async () => {
    vi.spyOn(api, "createJob").mockRejectedValue(
      problemOf(422, { type: "", title: "Not this way", status: 422, detail: "The name is too long." }),
    );
    const { user } = intake();
    await user.type(await screen.findByLabelText("What the shop calls it"), "Press");
    await user.click(screen.getByText("Start tracing"));
    expect((await screen.findByRole("alert")).textContent).toBe("Not this way. The name is too long.");
    expect(screen.getByText("/new")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>("What the shop calls it").value).toBe("Press");
    expect(screen.getByText<HTMLButtonElement>("Start tracing").disabled).toBe(false);
  });

  it("is kept without a signal, and shown on its own page", async () => {
    vi.spyOn(api, "createJob").mockRejectedValue(problemOf(0, null));
    const { user } = intake();
    await user.click(await screen.findByText("Start tracing"));
    expect(await screen.findByText(/^\/jobs\//)).toBeTruthy();
    expect(Object.keys(localStorage).join()).toContain("outbox");
  });
});

describe("the machine on the sheet", () => {
  it("offers only what it can show and the cards of its family; what is fitted can differ", async () => {
    const { user } = intake();
    await screen.findByLabelText("Seen: Fuel from the vent");
    await user.click(screen.getByText(/What is fitted \(2\)/));
    await user.click(screen.getByLabelText("Float bowl"));
    expect(screen.queryByLabelText("Seen: Fuel from the vent")).toBeNull();
    expect(screen.queryByRole("option", { name: "Cutter cube" })).toBeNull();
    await user.click(screen.getByRole("radio", { name: /Diaphragm cube/ }));
    expect(screen.getByRole("option", { name: "Cutter cube" })).toBeTruthy();
    expect(screen.getByText(/What is fitted \(0\)/)).toBeTruthy();
  });

  it("changed to another family forgets what was seen on the first, and keeps its name", async () => {
    const create = taking();
    const { user } = intake();
    await user.type(await screen.findByLabelText("What the shop calls it"), "Press");
    await user.click(screen.getByLabelText("Seen: Hesitation"));
    await user.click(screen.getByRole("radio", { name: /Diaphragm cube/ }));
    await user.click(screen.getByText("Start tracing"));
    expect(await sentTo(create)).toMatchObject({ title: "Press: inspection", entries: [{ kind: "machine" }] });
  });
});

describe("the complaint", () => {
  it("is found in any words, each answer taken back by the same key", async () => {
    const { user } = intake();
    await user.type(await screen.findByLabelText(/Search, in any words/), "flat spot");
    expect(screen.queryByLabelText("Seen: Fuel from the vent")).toBeNull();
    await user.click(screen.getByLabelText("Seen: Hesitation"));
    await user.click(screen.getByLabelText("Seen: Hesitation"));
    expect(screen.getByLabelText("Seen: Hesitation").getAttribute("aria-pressed")).toBe("false");
    await user.type(screen.getByLabelText(/Search, in any words/), " zeppelin");
    expect(screen.getByText(/Nothing by that name on this machine/)).toBeTruthy();
  });

  it("and the past take an answer back too", async () => {
    const create = taking();
    const { user } = intake();
    for (const text of ["For months", "No", "No", "Tune-up", "Tune-up"])
      await user.click(await screen.findByText(text));
    await user.click(screen.getByText("Start tracing"));
    expect((await sentTo(create)).entries[0]).toMatchObject({ data: { context: {}, work: [] } });
  });
});
