// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { useLocation } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { problemOf } from "../api/problem";
import { catalogue, check, draw } from "../testing/render";
import { Handbook } from "./handbook";

const words = catalogue({
  families: [{ id: "car-one", name: "Single-barrel downdraft", features: [] }],
  circuits: [
    {
      id: "pump",
      name: "Accelerator pump",
      does: "Covers the moment.",
      works_at: "Opening throttle",
      path: "Well, check, nozzle",
      too_little: "Flat spot",
      too_much: "Black smoke",
    },
  ],
  faults: [
    {
      id: "pump-cup",
      name: "Pump cup hard",
      circuit: "pump",
      part: "pump-cup",
      part_name: "Pump cup",
      why: "It no longer seals.",
      repair: "Renew the cup.",
      symptoms: ["hesitation"],
      proof: [
        { check: "pump-shot", word: "weak" },
        { check: "pump-shot", word: "none" },
      ],
      from_memory: true,
    },
  ],
  symptoms: [{ id: "hesitation", name: "Hesitation", note: "As it opens.", synonyms: ["flat spot", "bog"] }],
  checks: [
    check({
      id: "pump-shot",
      name: "Pump shot",
      stage: "B",
      tools: ["mirror"],
      hazards: ["vapour"],
      outcomes: [
        { id: "strong", name: "Strong", kind: "healthy", needs: [] },
        { id: "weak", name: "Weak", kind: "abnormal", needs: [] },
        { id: "none", name: "Nothing", kind: "abnormal", needs: [] },
        { id: "unsure", name: "Could not see", kind: "neutral", needs: [] },
      ],
    }),
  ],
  hazards: [{ id: "vapour", name: "Vapour", caution: "No flame near it.", acknowledge: true }],
  mistakes: [
    {
      id: "jets-first",
      name: "Jets first",
      instead: "Look at the pump first.",
      checks: ["pump-shot"],
      from_memory: false,
    },
  ],
  synonyms: [["pump", "squirter"]],
  schools: [
    {
      id: "lines",
      name: "Fuel lines",
      default: "rubber",
      options: [
        { id: "rubber", name: "Rubber", why: "It bends." },
        { id: "clear", name: "Clear", why: "One sees." },
      ],
    },
  ],
  tools: ["mirror", "gauge"],
  chains: [
    { id: "spark", name: "Spark path", says: "To the plug.", links: [{ id: "coil", name: "Coil", faults: [] }] },
  ],
  screws: [{ id: "fuel", name: "Fuel screw", says: "Out is richer.", needs: [], features: {} }],
  plans: [{ id: "round", name: "Winter round", says: "Before the frost.", needs: [] }],
  primer: {
    openings: [{ id: "idle", name: "Idle", note: "Foot off" }],
    feeds: { pump: { idle: 0 } },
    lessons: [{ name: "A straw", says: "Air over it lifts fuel." }],
    drills: [{ name: "Automatic choke", says: "Press once." }],
    telephone: ["Cold or hot?"],
  },
});

function Place() {
  return <output>{useLocation().search}</output>;
}

function handbook(at = "/handbook") {
  vi.spyOn(api, "catalogue").mockResolvedValue(words);
  return draw(
    <>
      <Handbook />
      <Place />
    </>,
    at,
  );
}
const page = () => within(screen.getByRole("article"));
const found = async () =>
  within(await screen.findByRole("list", { name: "Found" }))
    .getAllByRole("listitem")
    .map((one) => one.textContent);

describe("the handbook", () => {
  it("opens at the circuits; a page has an address of its own", async () => {
    const { user } = handbook();
    expect(await found()).toEqual(["Accelerator pumpOpening throttle"]);
    expect(page().getByText("Choose a page on the left, or search.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /Accelerator pump/ }));
    expect(page().getByRole("heading", { name: "Accelerator pump" })).toBeTruthy();
    expect(page().getByText("Well, check, nozzle")).toBeTruthy();
    expect(screen.getByText("?on=circuits&id=pump")).toBeTruthy();
  });

  it("finds a thing by any of its names, on whatever shelf it stands", async () => {
    const { user } = handbook();
    await user.type(await screen.findByRole("searchbox"), "squirter");
    expect((await found()).sort()).toEqual([
      "Accelerator pumpCircuits and parts",
      "Jets firstMistakes",
      "Pump cup hardFaults",
      "Pump shotChecks",
    ]);
    await user.clear(screen.getByRole("searchbox"));
    await user.type(screen.getByRole("searchbox"), "bog");
    expect((await found())[0]).toBe("HesitationComplaints");
    await user.type(screen.getByRole("searchbox"), " zeppelin");
    expect(screen.getByText("Nothing by that name.")).toBeTruthy();
  });

  it("leads from a fault to its signs and its proof, and from there to the check", async () => {
    const { user } = handbook("/handbook?on=faults&id=pump-cup");
    await screen.findByRole("heading", { name: "Pump cup hard" });
    expect(page().getByText("Renew the cup.")).toBeTruthy();
    expect(page().getByRole("link", { name: "Hesitation" })).toBeTruthy();
    expect(page().getByText(/weak or nothing/)).toBeTruthy();
    expect(page().getByText("From memory: to be confirmed by the trade.")).toBeTruthy();
    await user.click(page().getByRole("link", { name: "Pump shot" }));
    expect(page().getByRole("heading", { name: "Pump shot" })).toBeTruthy();
    const tells = page().getByText("Weak").closest("li") as HTMLElement;
    expect(within(tells).getByRole("link", { name: "Pump cup hard" })).toBeTruthy();
    expect(page().getByText("Strong").closest("li")?.textContent).toContain("sound");
    await user.click(page().getByRole("link", { name: "Vapour" }));
    expect(page().getByText("No flame near it.")).toBeTruthy();
    expect(page().getByRole("link", { name: "Pump shot" })).toBeTruthy();
  });

  it.each([
    ["symptoms", "hesitation", /flat spot, bog/],
    ["mistakes", "jets-first", /Look at the pump first/],
    ["faults", "gone", /Choose a page on the left/],
  ])("has a page for %s %s", async (shelf, id, says) => {
    handbook(`/handbook?on=${shelf}&id=${id}`);
    await waitFor(() => expect(page().getByText(says)).toBeTruthy());
  });

  it("tells the trainee how it works", async () => {
    handbook("/handbook?on=primer");
    expect(await screen.findByText("Air over it lifts fuel.")).toBeTruthy();
    const row = screen.getByRole("row", { name: /Accelerator pump/ });
    expect(row.textContent).toContain("rests");
    expect(screen.getByText("Cold or hot?")).toBeTruthy();
    expect(screen.getByRole("heading", { name: "Spark path" })).toBeTruthy();
    expect(screen.getByText("Coil")).toBeTruthy();
    expect(screen.getByText("Out is richer.")).toBeTruthy();
    expect(screen.getByText("Winter round")).toBeTruthy();
  });

  it("says what to do when it cannot be fetched", async () => {
    vi.spyOn(api, "catalogue").mockRejectedValueOnce(problemOf(503, null)).mockResolvedValue(words);
    const { user } = draw(<Handbook />);
    await user.click(await screen.findByText("Try again"));
    expect(await found()).toHaveLength(1);
  });
});

describe("the ways of the shop", () => {
  function schools() {
    vi.spyOn(api, "schools").mockResolvedValue({ chosen: {}, lacks: ["gauge"] });
    return handbook("/handbook?on=schools");
  }

  it("stand at what is usual until another is chosen, which is kept", async () => {
    const choose = vi.spyOn(api, "chooseSchools").mockImplementation((ways) => Promise.resolve(ways as never));
    const { user } = schools();
    expect((await screen.findByRole("radio", { name: /Rubber.*default/ })).getAttribute("aria-checked")).toBe("true");
    await user.click(screen.getByRole("radio", { name: /Clear/ }));
    expect(choose.mock.lastCall?.[0]).toEqual({ chosen: { lines: "clear" }, lacks: ["gauge"] });
    await waitFor(() => expect(screen.getByRole("radio", { name: /Clear/ }).getAttribute("aria-checked")).toBe("true"));
  });

  it("name the tools this bench lacks, one key each", async () => {
    const choose = vi.spyOn(api, "chooseSchools").mockImplementation((ways) => Promise.resolve(ways as never));
    const { user } = schools();
    const gauge = await screen.findByRole("button", { name: "gauge" });
    expect(gauge.getAttribute("aria-pressed")).toBe("false");
    await user.click(screen.getByRole("button", { name: "mirror" }));
    expect(choose.mock.lastCall?.[0]).toEqual({ chosen: {}, lacks: ["gauge", "mirror"] });
    await user.click(gauge);
    expect(choose.mock.lastCall?.[0]).toEqual({ chosen: {}, lacks: ["mirror"] });
  });

  it("say what went wrong and stay as they were", async () => {
    vi.spyOn(api, "chooseSchools").mockRejectedValue(problemOf(0, null));
    const { user } = schools();
    await user.click(await screen.findByRole("radio", { name: /Clear/ }));
    await waitFor(() => expect(screen.getAllByRole("status")[0]?.textContent).toContain("does not answer"));
    expect(screen.getByRole("radio", { name: /Rubber/ }).getAttribute("aria-checked")).toBe("true");
  });
});
