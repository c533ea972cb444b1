// @vitest-environment jsdom
import { act, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { ApiError } from "../../api/problem";
import type { JobSummary } from "../../api/types";
import { boardPage, draw } from "../../testing/render";
import { Board } from "./board";

const job = (id: string, row: Partial<JobSummary> = {}): JobSummary => ({
  id,
  title: `Job ${id}`,
  version: 1,
  machine: "Cider press",
  updated_at: "2026-03-01T10:00:00Z",
  waits_for: "running",
  minutes: 5,
  next: "Pump shot",
  leading: [{ name: "Pump cup hard", probability: 0.4 }],
  closed_as: null,
  practice: false,
  waiting: null,
  ...row,
});

/** A board whose server keeps the order it is sent. */
function board(jobs: JobSummary[], order: string[] = []) {
  let kept = order;
  vi.spyOn(api, "board").mockImplementation(({ waits = [] }) =>
    Promise.resolve(boardPage(waits.length > 0 ? jobs.filter((one) => waits.includes(one.waits_for)) : jobs, kept)),
  );
  const arrange = vi.spyOn(api, "arrange").mockImplementation((now) => {
    kept = now;
    return Promise.resolve({ order: now });
  });
  return { arrange, ...draw(<Board />) };
}

const titles = () =>
  screen.getAllByRole("article").map(
    (card) =>
      within(card)
        .getByRole("link")
        .textContent.match(/Job \w/)?.[0],
  );

describe("the board", () => {
  it("lays jobs in lanes, in the shop's order, and counts them", async () => {
    board([job("a"), job("b"), job("c", { waits_for: "opened" })], ["b", "a"]);
    await screen.findByText("Job a");
    expect(titles()).toEqual(["Job b", "Job a", "Job c"]);
    expect(screen.getByRole("button", { name: /Running warm 2/ })).toBeTruthy();
    expect(within(screen.getByRole("region", { name: "On the bench" })).getByText("Job c")).toBeTruthy();
  });

  it("moves a job by its small keys and by Alt and an arrow, and keeps the order", async () => {
    const { user, arrange } = board([job("a"), job("b"), job("c")]);
    await screen.findByText("Job a");
    await user.click(screen.getByLabelText("Later: Job a"));
    expect(arrange).toHaveBeenLastCalledWith(["b", "a", "c"]);
    await waitFor(() => expect(titles()).toEqual(["Job b", "Job a", "Job c"]));
    fireEvent.keyDown(screen.getByRole("link", { name: /Job c/ }), { key: "ArrowLeft", altKey: true });
    await waitFor(() => expect(arrange).toHaveBeenLastCalledWith(["b", "c", "a"]));
    expect(screen.getByLabelText<HTMLButtonElement>("Earlier: Job b").disabled).toBe(true);
  });

  it("does not take a move back for a list that was asked for before it", async () => {
    const { user, client } = board([job("a"), job("b"), job("c")]);
    await screen.findByText("Job a");
    let answer: (page: ReturnType<typeof boardPage>) => void = () => undefined;
    const slow = vi.spyOn(api, "board").mockImplementationOnce(() => new Promise((done) => (answer = done)));
    void client.invalidateQueries({ queryKey: ["jobs"] });
    await waitFor(() => expect(slow).toHaveBeenCalled());
    await user.click(screen.getByLabelText("Later: Job a"));
    act(() => answer(boardPage([job("a"), job("b"), job("c")], [])));
    await waitFor(() => expect(client.isFetching() + client.isMutating()).toBe(0));
    expect(titles()).toEqual(["Job b", "Job a", "Job c"]);
    await user.click(screen.getByLabelText("Later: Job a"));
    expect(titles()).toEqual(["Job b", "Job c", "Job a"]);
  });

  it("narrows to a lane and to words, and says when nothing is left", async () => {
    const { user } = board([job("a"), job("b", { waits_for: "repair", machine: "Brush cutter" })]);
    await screen.findByText("Job a");
    await user.click(screen.getByRole("button", { name: /To mend and prove/ }));
    expect(titles()).toEqual(["Job b"]);
    await user.click(screen.getByRole("button", { name: /To mend and prove/ }));
    await user.type(screen.getByRole("searchbox"), "cider");
    expect(titles()).toEqual(["Job a"]);
    await user.type(screen.getByRole("searchbox"), " zeppelin");
    expect(screen.getByText("No job has all of these words.")).toBeTruthy();
  });

  it("fetches on when its end is near, though the board was asked anew in that very moment", async () => {
    // A browser tells once of each that begins to be watched, and then only when it comes or goes.
    const told: (() => void)[] = [];
    vi.stubGlobal(
      "IntersectionObserver",
      class {
        constructor(private readonly tell: (rows: { isIntersecting: boolean }[]) => void) {}
        observe() {
          told.push(() => this.tell([{ isIntersecting: true }]));
        }
        disconnect() {}
      },
    );
    const tell = () => told.splice(0).forEach((one) => one());
    vi.spyOn(api, "board").mockImplementation(({ from, state }) =>
      Promise.resolve(state ? boardPage([]) : from ? boardPage([job("b")]) : boardPage([job("a")], [], 1)),
    );
    const { client } = draw(<Board />);
    await screen.findByText("Job a");
    await act(async () => {
      tell();
      await client.invalidateQueries({ queryKey: ["jobs"] });
    });
    await waitFor(() => {
      act(tell);
      expect(screen.getByText("Job b")).toBeTruthy();
    });
    vi.unstubAllGlobals();
  });

  it("shows how long what was put aside still takes", async () => {
    const until = new Date(Date.now() + 30 * 60_000).toISOString();
    board([job("a", { waiting: { for: "soaking", until, text: null } })]);
    expect(await screen.findByText(/Soaking, ready in 30 minutes/)).toBeTruthy();
    expect(screen.getByRole("region", { name: "Put aside" })).toBeTruthy();
  });

  it("is a picture and a hint when it is empty, and says what to do when it cannot be fetched", async () => {
    board([]);
    expect(await screen.findByText("Nothing on the bench.")).toBeTruthy();
    vi.spyOn(api, "board").mockRejectedValue(
      new ApiError({ type: "", title: "Not now", status: 503, detail: "Away." }),
    );
    draw(<Board />);
    expect(await screen.findByText("Not now")).toBeTruthy();
    expect(screen.getByText("Try again")).toBeTruthy();
  });
});
