// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { problemOf } from "../../api/problem";
import type { Learning, Proportion, Proposal } from "../../api/types";
import { draw } from "../../testing/render";
import { Learned } from "./learned";

const share = (seen: number, of: number): Proportion => ({ seen, of, share: seen / of, interval: [0.1, 0.6] });
const proposal = (row: Partial<Proposal> = {}): Proposal => ({
  at: "/learned/rates/small-float/water",
  kind: "rate",
  name: "Water in the fuel",
  about: "Small four-stroke",
  says: "Wrong in 12 of 40 closed jobs; the tables expected 4.",
  was: 1,
  becomes: 2.4,
  seen: 12,
  of: 40,
  expected: 4,
  interval: [0.1, 0.3],
  now: 1,
  standing: "open",
  ...row,
});
const learning = (row: Partial<Learning> = {}): Learning => ({
  left: 0,
  strength: 50,
  proposals: [],
  record: {
    jobs: 41,
    known: 40,
    sound: 1,
    repairs: share(38, 44),
    wrong: [
      { id: "water", name: "Water in the fuel", seen: 12, of: 40 },
      { id: "choke", name: "Choke sticks", seen: 3, of: 40 },
    ],
    calibration: {
      jobs: 40,
      brier: 0.7123,
      interval: [0.6, 0.8],
      first: share(18, 40),
      three: share(30, 40),
      curve: [{ from: 0.3, to: 0.45, said: 0.4, seen: share(9, 20) }],
    },
    minutes: { jobs: 40, found: 21, house: 33, saved: 12, interval: [-2, 26], sooner: share(30, 40) },
    checks: [{ id: "jar", name: "Fuel in a jar", times: 20, minutes: 60, bits: 30, moved: 14 }],
  },
  ...row,
});
const nothing: Learning["record"] = {
  ...learning().record,
  known: 0,
  wrong: [],
  checks: [],
  minutes: { jobs: 0 },
};

beforeEach(() => {
  vi.spyOn(api, "account").mockResolvedValue({ mode: "open", second: false, who: null, lately: [], backup: null });
  vi.spyOn(api, "knowledge").mockResolvedValue({ version: 7, standing: 0, changes: [] });
});
function page(row: Partial<Learning> = {}) {
  vi.spyOn(api, "learning").mockResolvedValue(learning(row));
  return draw(<Learned />);
}

describe("what closed jobs taught", () => {
  it("is what was wrong, how well the first ranking spoke, how soon it was found, and which checks paid", async () => {
    page();
    expect(await screen.findByText(/41 jobs closed as proven or sound; of 40 it is known/)).toBeTruthy();
    expect(screen.getByText("45 %")).toBeTruthy(); // the blank does not break; the look-up does not mind
    expect(screen.getByText(/^18 of 40; 95 %/)).toBeTruthy();
    expect(screen.getByText("33 by the shop's list; saves 12 (95 %: −2 to 26)")).toBeTruthy();
    expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/said 40.*: so in 9 of 20/);
    expect(screen.getByText("0.71")).toBeTruthy();
    const paid = screen.getByRole("region", { name: "Which checks have paid" });
    expect(
      within(paid)
        .getAllByRole("cell")
        .map((one) => one.textContent),
    ).toEqual(["Fuel in a jar", "20", "14", "60", "30.0"]);
  });

  it("says what it will be, before the first job is proven", async () => {
    page({ record: nothing });
    expect(await screen.findByText(/No job has been proven yet/)).toBeTruthy();
    expect(screen.queryByText("Named first")).toBeNull();
  });

  it("says how many are still being counted, and asks again", async () => {
    page({ left: 12 });
    expect(await screen.findByText(/12 closed jobs are still being counted/)).toBeTruthy();
    await waitFor(() => expect(vi.mocked(api.learning).mock.calls.length).toBeGreaterThan(1), { timeout: 8000 });
  });

  it("says what went wrong, and asks again by hand", async () => {
    vi.spyOn(api, "learning").mockRejectedValue(problemOf(0, null));
    draw(<Learned />);
    expect(await screen.findByText("Try again")).toBeTruthy();
  });
});

describe("what they propose", () => {
  it("is shown with what it would have made of past jobs, and taken when the lead says so", async () => {
    vi.spyOn(api, "proposalEffect").mockResolvedValue({
      jobs: 24,
      brier: [0.71, 0.66],
      first: [9, 12],
      three: [15, 17],
      better: 14,
      worse: 6,
    });
    const judge = vi.spyOn(api, "judgeProposal").mockResolvedValue(learning());
    const { user } = page({ proposals: [proposal()] });
    const row = (await screen.findByText("2.4 times as often", { exact: false })).closest("li") as HTMLElement;
    expect(row.textContent).toContain("now as often as in the tables");
    await user.click(await within(row).findByText("What would it have changed?"));
    expect((await within(row).findByRole("status")).textContent).toBe(
      "On the last 24 jobs: what was wrong would have stood higher at first in 14, lower in 6. " +
        "Named first 9 → 12, among three 15 → 17, Brier score 0.710 → 0.660.",
    );
    await user.click(await within(row).findByText("Take it"));
    await waitFor(() => expect(judge).toHaveBeenCalledWith({ at: proposal().at, verdict: "taken", version: 7 }));
  });

  it.each([
    ["Not now", "declined"],
    ["Never", "frozen"],
  ])("is put aside by %s", async (button, verdict) => {
    const judge = vi.spyOn(api, "judgeProposal").mockResolvedValue(learning());
    const { user } = page({ proposals: [proposal()] });
    await user.click(await screen.findByText(button));
    await waitFor(() => expect(judge.mock.lastCall?.[0]).toMatchObject({ verdict }));
  });

  it("says a refusal where it is, in each kind's own words", async () => {
    vi.spyOn(api, "judgeProposal").mockRejectedValue(
      problemOf(409, { type: "", title: "x", status: 409, detail: "Somebody else was there first." }),
    );
    const strength = proposal({ at: "/s", kind: "strength", was: 0.65, becomes: 0.5, now: null });
    const { user } = page({
      proposals: [strength, proposal({ at: "/m", kind: "minutes", was: 3, becomes: 7, now: 3 })],
    });
    const row = (await screen.findByText("shows in 50 of 100", { exact: false })).closest("li") as HTMLElement;
    expect(row.textContent).toContain("now shows in 65 of 100");
    expect(screen.getByText(/^: 7 min|7 min/)).toBeTruthy();
    await user.click(await within(row).findByText("Take it"));
    expect((await within(row).findByRole("alert")).textContent).toBe("Somebody else was there first.");
  });

  it("folds away what was taken and what was put aside, which can come back", async () => {
    const judge = vi.spyOn(api, "judgeProposal").mockResolvedValue(learning());
    const { user } = page({
      proposals: [proposal({ standing: "frozen" }), proposal({ at: "/t", name: "Choke sticks", standing: "taken" })],
    });
    expect(await screen.findByText(/Nothing now/)).toBeTruthy();
    await user.click(screen.getByText("Taken (1)"));
    expect(screen.getAllByText("Choke sticks").length).toBe(2);
    await user.click(screen.getByText("Declined or frozen (1)"));
    await user.click(screen.getByText("Never: propose it again"));
    await waitFor(() => expect(judge.mock.lastCall?.[0]).toMatchObject({ verdict: "open" }));
  });

  it("leaves the word to the lead", async () => {
    vi.mocked(api.account).mockResolvedValue({
      mode: "accounts",
      second: false,
      who: { name: "Jo", role: "technician", signature: "Jo", second: false, passkeys: [] },
      lately: [],
      backup: null,
    });
    page({ proposals: [proposal()] });
    expect(await screen.findByText("Wrong in 12 of 40", { exact: false })).toBeTruthy();
    expect(screen.queryByText("Take it")).toBeNull();
  });
});
