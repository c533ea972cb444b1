// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { problemOf } from "../api/problem";
import type { Account, Knowledge, KnowledgeEffect, KnowledgeField, KnowledgeRow } from "../api/types";
import { benchName } from "../kept/bench-name";
import { draw } from "../testing/render";
import { ChangeRecord } from "./change-record";
import { History } from "./history";

const account = (row: Partial<Account> = {}): Account => ({
  mode: "open",
  second: false,
  who: null,
  lately: [],
  backup: null,
  ...row,
});
const who = (role: "lead" | "technician") => ({ name: "Ines", role, signature: "Ines", second: false, passkeys: [] });
const fields: KnowledgeField[] = [
  { at: "/c/minutes", name: "Minutes", kind: "number", value: 6, file: 3, unit: "min", least: 0.5, most: 480 },
  { at: "/c/name", name: "Name", kind: "text", value: "Pump shot", file: "Pump shot" },
  { at: "/c/steps", name: "How it is done", kind: "lines", value: ["One."], file: ["One."] },
  {
    at: "/c/strength",
    name: "Shows as",
    kind: "strength",
    value: "A",
    file: "A",
    letters: [
      { id: "A", word: "almost always" },
      { id: "O", word: "often" },
    ],
  },
];
const row = (more: Partial<KnowledgeRow> = {}): KnowledgeRow => ({
  id: 1,
  at: "/c/minutes",
  value: 6,
  was: 3,
  file: 3,
  reason: "Timed ten times",
  by: "Ines",
  source: "lead",
  created_at: "2026-11-02T08:00:00Z",
  record: "Pump shot",
  record_id: "pump-shot",
  field: "Minutes",
  on: "checks",
  stands: true,
  lost: false,
  file_moved: false,
  ...more,
});
const knowledge = (...changes: KnowledgeRow[]): Knowledge => ({ version: 4, standing: changes.length, changes });
const short = (next: string) => ({ next, leading: [{ name: "Pump cup", probability: 0.4 }], found: [] });
const effect: KnowledgeEffect = {
  open: 9,
  looked: 2,
  jobs: [
    { id: "j1", title: "Cider press", before: short("Pump shot"), after: short("Choke"), moved: true },
    { id: "j2", title: "Trailer tug", before: short("Spark"), after: short("Spark"), moved: false },
  ],
};

beforeEach(() => {
  vi.spyOn(api, "account").mockResolvedValue(account());
  vi.spyOn(api, "knowledge").mockResolvedValue(knowledge());
  vi.spyOn(api, "knowledgeFields").mockResolvedValue({ fields });
  vi.spyOn(api, "knowledgeEffect").mockResolvedValue(effect);
});

async function editor() {
  const drawn = draw(<ChangeRecord record="/checks/pump-shot" name="Pump shot" />);
  await drawn.user.click(await screen.findByRole("button", { name: "Change it for this shop" }));
  return { ...drawn, minutes: await screen.findByLabelText<HTMLInputElement>("Minutes") };
}
async function type({ user, minutes }: Awaited<ReturnType<typeof editor>>, text: string) {
  await user.clear(minutes);
  await user.type(minutes, text);
}
const go = () => screen.getByRole<HTMLButtonElement>("button", { name: "What would it do?" });

describe("a record in the lead's hands", () => {
  it("is offered to a lead, and to everybody at an open bench, not to others", async () => {
    vi.mocked(api.account).mockResolvedValue(account({ mode: "accounts", who: who("technician") }));
    const { unmount } = draw(<ChangeRecord record="/checks/pump-shot" name="Pump shot" />);
    await waitFor(() => expect(api.account).toHaveBeenCalled());
    expect(screen.queryByText("Change it for this shop")).toBeNull();
    unmount();
    vi.mocked(api.account).mockResolvedValue(account({ mode: "accounts", who: who("lead") }));
    draw(<ChangeRecord record="/checks/pump-shot" name="Pump shot" />);
    expect(await screen.findByText("Change it for this shop")).toBeTruthy();
  });

  it("shows numbers first, and what the files have where the shop has its own", async () => {
    const { minutes } = await editor();
    expect(minutes.value).toBe("6");
    expect(screen.getByText("The shop's own. In the files: 3.")).toBeTruthy();
    expect(screen.queryByLabelText("Name")).toBeNull();
    expect(go().disabled).toBe(true);
  });

  it("says at the field what is no number, and goes no further", async () => {
    const all = await editor();
    await type(all, "soon");
    expect(screen.getByRole("alert").textContent).toBe("A number");
    expect(go().disabled).toBe(true);
  });

  it("shows what it would do, asks why, and changes it under the name of the bench", async () => {
    benchName.write("Jo");
    const change = vi.spyOn(api, "changeKnowledge").mockResolvedValue(knowledge(row()));
    const all = await editor();
    await type(all, "8");
    await all.user.click(go());
    expect(await screen.findByText(/1 of 2 open jobs would go on differently/)).toBeTruthy();
    expect(screen.getByText("7 more are open.")).toBeTruthy();
    expect(screen.getByText("Cider press")).toBeTruthy();
    expect(screen.queryByText("Trailer tug")).toBeNull();
    expect(vi.mocked(api.knowledgeEffect).mock.lastCall?.[0]).toEqual([{ at: "/c/minutes", value: 8 }]);
    const done = screen.getByRole<HTMLButtonElement>("button", { name: "Change it for everybody" });
    expect(done.disabled).toBe(true);
    await all.user.type(screen.getByLabelText(/^Why/), "Timed again{Enter}");
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    const changes = [{ at: "/c/minutes", value: 8 }];
    expect(change).toHaveBeenCalledWith({ version: 4, changes, reason: "Timed again", by: "Jo" });
  });

  it("goes back to the field that the server refuses, with all that was typed", async () => {
    const errors = [{ field: "changes/0/value", detail: "A number from 0.5 to 480 min" }];
    vi.mocked(api.knowledgeEffect).mockRejectedValue(
      problemOf(422, { type: "", title: "No", status: 422, detail: "No", errors }),
    );
    const all = await editor();
    await type(all, "900");
    await all.user.click(go());
    expect((await screen.findByText("A number from 0.5 to 480 min")).getAttribute("role")).toBe("alert");
    expect(screen.getByLabelText<HTMLInputElement>("Minutes").value).toBe("900");
    await all.user.type(screen.getByLabelText("Minutes"), "{Backspace}");
    expect(go().disabled).toBe(false);
  });

  it("keeps the form when somebody else was there first, and says so", async () => {
    vi.spyOn(api, "changeKnowledge").mockRejectedValue(
      problemOf(409, { type: "", title: "x", status: 409, detail: "Look at what was changed, then decide." }),
    );
    const all = await editor();
    await type(all, "8");
    await all.user.click(go());
    await all.user.type(await screen.findByLabelText(/^Why/), "Timed{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("Look at what was changed, then decide.");
    await all.user.click(screen.getByText("Back to the fields"));
    expect((await screen.findByLabelText<HTMLInputElement>("Minutes")).value).toBe("8");
  });

  it("takes letters and sentences too", async () => {
    const all = await editor();
    await all.user.click(screen.getByRole("button", { name: /^How plainly it shows/ }));
    await all.user.selectOptions(screen.getByLabelText("Shows as"), "often");
    await all.user.click(screen.getByRole("button", { name: /^Words/ }));
    await all.user.type(screen.getByLabelText(/How it is done/), "{End}{Enter}Two.");
    await all.user.click(go());
    await waitFor(() =>
      expect(vi.mocked(api.knowledgeEffect).mock.lastCall?.[0]).toEqual([
        { at: "/c/steps", value: ["One.", "Two."] },
        { at: "/c/strength", value: "O" },
      ]),
    );
  });
});

describe("what the shop has changed", () => {
  it("is a history with names and reasons; what stands is undone by giving back what was", async () => {
    const old = row({ id: 1, value: 5, stands: false });
    const taken = row({ id: 3, record: "Water", field: "Times as often here", source: "learned", on: null });
    vi.mocked(api.knowledge).mockResolvedValue(knowledge(taken, row({ id: 2, was: 5 }), old));
    const change = vi.spyOn(api, "changeKnowledge").mockResolvedValue(knowledge());
    const { user } = draw(<History />);
    const rows = await screen.findAllByRole("listitem");
    expect(rows[0]?.textContent).toContain("proposed by closed jobs");
    expect(rows[1]?.textContent).toMatch(/Minutes: 6 before: 5.*Ines\. Timed ten times/);
    expect(within(rows[2] as HTMLElement).queryByText("Undo")).toBeNull();
    expect(screen.getByText("As a patch of the files")).toBeTruthy();
    await user.click(within(rows[1] as HTMLElement).getByText("Undo"));
    await user.type(await screen.findByLabelText(/^Why/), "A slip");
    await user.click(await screen.findByText("Change it for everybody"));
    await waitFor(() => expect(change.mock.lastCall?.[0]).toMatchObject({ changes: [{ at: "/c/minutes", value: 5 }] }));
  });

  it("says what the files have changed under it, and what they no longer have", async () => {
    vi.mocked(api.knowledge).mockResolvedValue(knowledge(row({ file_moved: true }), row({ id: 2, lost: true })));
    draw(<History />);
    expect(await screen.findByText(/The files have changed here since/)).toBeTruthy();
    expect(screen.getByText(/The files no longer have this place/)).toBeTruthy();
    expect(screen.getAllByText("Undo")).toHaveLength(1);
  });

  it("is empty at first, and says where it is done", async () => {
    draw(<History />);
    expect(await screen.findByText(/Nothing is changed/)).toBeTruthy();
    expect(screen.queryByText("As a patch of the files")).toBeNull();
  });
});
