// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { atDesk } from "../../testing/desk";
import { draw, job } from "../../testing/render";
import { ChangesNotice } from "./changes-notice";
import { Ledger } from "./ledger";

const told = (entry: string, says: string, more: Record<string, unknown> = {}) => ({
  entry,
  says,
  mark: "abnormal",
  struck: false,
  ...more,
});
const finding = (entry: string, more: Record<string, unknown> = {}) => ({
  entry,
  kind: "check",
  id: "pump-shot",
  words: ["weak"],
  says: "Pump shot: weak",
  did: [],
  ...more,
});
const rows = () => within(screen.getByRole("region", { name: "What was found" })).getAllByRole("listitem");

describe("what was found", () => {
  it("is nothing yet on a new job", () => {
    atDesk(<Ledger />);
    expect(screen.getByText("Nothing yet.")).toBeTruthy();
  });

  it("stands newest first, each with what it did to the odds", () => {
    const did = [
      { id: "cup", name: "Pump cup hard", before: 0.2, after: 0.64 },
      { id: "coil", name: "Coil", before: 0.1, after: 0.02 },
      { id: "jet", name: "Main jet", before: 0.1, after: 0.09 },
    ];
    atDesk(<Ledger />, {
      job: job({ told: [told("1", "Hesitation"), told("2", "Pump shot: weak")], findings: [finding("2", { did })] }),
    });
    expect(rows().map((row) => row.textContent)).toEqual([
      expect.stringMatching(/^Pump shot: weakPump cup hard 20.*→ 64.*Coil 10.*→ 2/),
      expect.stringMatching(/^Hesitation/),
    ]);
    expect(screen.queryByText(/Main jet/)).toBeNull();
  });

  it.each([
    [{ unexplained: true }, "Nothing suspected explains this well"],
    [{ superseded: true }, "the later one counts"],
    [{ too_close: true }, "Too close to call"],
    [{ seen_again: { check: "snap", shown: true } }, "Shown again at the bench"],
    [{ seen_again: { check: "snap", shown: false } }, "not shown again at the bench"],
  ])("warns of a finding with %o", (more, says) => {
    atDesk(<Ledger />, {
      job: job({ told: [told("2", "Pump shot: weak")], findings: [finding("2", more)] }),
    });
    expect(screen.getByText(says, { exact: false })).toBeTruthy();
  });

  it("says what counts for nothing any more", () => {
    const lost = [{ entry: "2", says: "The check is not in the catalogue any more." }];
    atDesk(<Ledger />, { job: job({ told: [told("2", "Old check: bad")], lost }) });
    expect(screen.getByText(/not in the catalogue any more. It counts for nothing/)).toBeTruthy();
  });

  it("strikes a mistake out; it stays to be read, and cannot be struck twice", async () => {
    const { sent, user } = atDesk(<Ledger />, {
      job: job({
        told: [told("1", "Spark: weak", { struck: true }), told("2", "Pump shot: weak")],
        findings: [finding("1", { unexplained: true })],
      }),
    });
    await user.click(screen.getByRole("button", { name: "Strike out: Pump shot: weak" }));
    expect(sent).toMatchObject([{ kind: "strike", data: { entry: "2" } }]);
    const struck = rows()[1] as HTMLElement;
    expect(struck.textContent).toBe("Spark: weak (struck out)");
    expect(within(struck).queryByRole("button")).toBeNull();
  });

  it("is only read once the job is closed", () => {
    atDesk(<Ledger />, { job: job({ told: [told("2", "Pump shot: weak")], closing: { as: "proven" } }) });
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("a catalogue that has changed since", () => {
  it("says what is different, the first dozen by name", () => {
    const checks = Array.from({ length: 14 }, (_, i) => `check-${i + 1}`);
    draw(<ChangesNotice changes={{ checks, faults: ["cup"] }} />);
    const [first, second] = screen.getAllByRole("listitem", { hidden: true });
    expect(first?.textContent).toMatch(/^checks: check-1, .*check-12 and 2 more$/);
    expect(second?.textContent).toBe("faults: cup");
  });

  it("says so when what it was is not on record", () => {
    draw(<ChangesNotice changes={null} />);
    expect(screen.getByText("What it was then is not on record here.")).toBeTruthy();
  });
});
