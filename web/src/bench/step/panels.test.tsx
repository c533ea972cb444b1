// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { atDesk } from "../../testing/desk";
import { catalogue, check, draw, job } from "../../testing/render";
import { Branch } from "../../branch/branch";
import { LastChange } from "../ledger/last-change";
import { LimbPanel } from "../suspects/limb-panel";

const cup = {
  id: "pump-cup",
  name: "Pump cup hard",
  circuit: "pump",
  part: "pump-cup",
  part_name: "Pump cup",
  why: "It no longer seals.",
  probability: 0.64,
  before_repair: 0.64,
  blame: 0.6,
  reasons: {
    prior: -10,
    posterior: 2,
    together: 12,
    for: [{ entry: "2", decibans: 12, says: "Pump shot: weak" }],
    against: [{ entry: "3", decibans: -4, says: "Filter: clean" }],
  },
};
const circuits = [
  { id: "pump", probability: 0.7, blame: 0.62, cleared_by: null },
  { id: "ignition", probability: 0.02, blame: 0.01, cleared_by: "9" },
];
const words = catalogue({
  circuits: [
    { id: "pump", name: "Accelerator pump", does: "Covers the moment." },
    { id: "ignition", name: "Ignition", does: "Not the carburetor." },
  ],
  checks: [check({ id: "pump-parts", name: "Pump parts" }), check({ id: "pump-shot", name: "Pump shot" })],
  faults: [
    {
      id: "pump-cup",
      repair: "Renew the cup.",
      proof: [
        { check: "pump-shot", word: "weak" },
        { check: "pump-parts", word: "hard-cup" },
      ],
    },
  ],
});
const findings = [
  {
    entry: "2",
    kind: "check",
    id: "pump-shot",
    words: ["weak"],
    says: "Pump shot: weak",
    did: [{ id: "pump-cup", name: "Pump cup hard", before: 0.2, after: 0.64 }],
  },
  {
    entry: "9",
    kind: "check",
    id: "spark",
    words: ["strong"],
    says: "Spark: strong",
    did: [{ id: "coil", name: "Coil", before: 0.1, after: 0.02 }],
  },
];

const FOUND = [
  { entry: "2", says: "Pump shot: weak", mark: "abnormal", struck: false },
  { entry: "9", says: "Spark: strong", mark: "healthy", struck: false },
];

describe("what changed", () => {
  const repairs = [
    {
      entry: "12",
      id: "pump-cup",
      name: "Pump cup hard: renew",
      faults: ["pump-cup"],
      round: 0,
      was: { "pump-cup": 0.9 },
    },
  ];
  const told = [
    { entry: "2", says: "Pump shot: weak", mark: "abnormal", struck: false },
    { entry: "9", says: "Spark: strong", mark: "healthy", struck: false },
    { entry: "12", says: "Repaired", mark: "repair", struck: false },
  ];
  const mended = { ...cup, probability: 0.08 };

  it("after a repair is what the repair did, not the last check", () => {
    atDesk(<LastChange />, { job: job({ findings, repairs, faults: [mended], told }) });
    const strip = screen.getByRole("region", { name: "What changed" });
    expect(strip.textContent).toContain("Repaired Pump cup hard: renew");
    expect(strip.textContent).toMatch(/90\s%\s*8\s%/);
    expect(strip.textContent).not.toContain("Spark");
  });

  it("is the last finding again when the repair is struck out, and nothing before anything moved", () => {
    const struck = told.map((one) => (one.entry === "12" ? { ...one, struck: true } : one));
    const { unmount } = atDesk(<LastChange />, { job: job({ findings, repairs: [], faults: [cup], told: struck }) });
    expect(screen.getByRole("region", { name: "What changed" }).textContent).toContain("Last found Spark: strong");
    unmount();
    atDesk(<LastChange />, { job: job({ findings: [] }) });
    expect(screen.queryByRole("region", { name: "What changed" })).toBeNull();
  });
});

describe("a limb opened", () => {
  it("says why, what would settle it and what mending takes; checks done are not offered again", () => {
    atDesk(<LimbPanel circuit="pump" onClose={() => undefined} />, {
      job: job({ faults: [cup], circuits, findings }),
      catalogue: words,
    });
    const limb = screen.getByRole("region", { name: "Limb: Accelerator pump" });
    expect(within(limb).getByText("Pump shot: weak")).toBeTruthy();
    expect(within(limb).getByText("Filter: clean")).toBeTruthy();
    expect(within(limb).getByText("Renew the cup.", { exact: false })).toBeTruthy();
    expect(
      within(limb)
        .getAllByRole("link")
        .map((link) => link.textContent),
    ).toEqual(["Pump parts"]);
    expect(within(limb).getByRole("link").getAttribute("href")).toContain("check=pump-parts&at=3");
  });

  it("says what cleared a withered one", async () => {
    const close = vi.fn();
    const { user } = atDesk(<LimbPanel circuit="ignition" onClose={close} />, {
      job: job({ faults: [cup], circuits, findings }),
      catalogue: words,
    });
    expect(screen.getByText(/Cleared most by: Spark: strong/)).toBeTruthy();
    await user.click(screen.getByLabelText("Let the limb go"));
    expect(close).toHaveBeenCalled();
  });
});

describe("what changed", () => {
  it("is the last finding with the odds before and after", () => {
    atDesk(<LastChange />, { job: job({ findings, told: FOUND }) });
    const bar = screen.getByRole("region", { name: "What changed" });
    expect(bar.textContent).toContain("Spark: strong");
    expect(bar.textContent).toMatch(/Coil10\s%\s*2\s%/);
  });

  it("is silent before anything is found, and once the job is closed", () => {
    atDesk(<LastChange />, { job: job({}) });
    atDesk(<LastChange />, { job: job({ findings, closing: { as: "proven" } }) });
    expect(screen.queryByRole("region")).toBeNull();
  });
});

describe("the branch for who does not see it", () => {
  it("stands in words beside the picture, the most suspected first, and every limb is a button", async () => {
    vi.stubGlobal("matchMedia", () => ({ matches: true, addEventListener: vi.fn(), removeEventListener: vi.fn() }));
    const choose = vi.fn();
    const trace = job({ faults: [cup], circuits }).trace;
    const { user } = draw(<Branch trace={trace} circuits={words.circuits} chosen={null} onChoose={choose} />);
    const list = screen.getByRole("list", { name: "Branch in words" });
    expect(list.textContent).toMatch(/^Accelerator pump: 62.*Pump cup hard: 60/);
    screen.getByRole("button", { name: /Ignition: 1.*withered/ }).focus();
    await user.keyboard("{Enter}");
    expect(choose).toHaveBeenCalledWith("ignition");
  });
});
