// @vitest-environment jsdom
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { api } from "../../api/client";
import { problemOf } from "../../api/problem";
import type { Parcel } from "../../outbox/types";
import { atDesk } from "../../testing/desk";
import { catalogue, check, job } from "../../testing/render";
import { AskPanel } from "./ask-panel";
import { CheckPanel } from "./check-panel";
import { ProofPanel } from "./proof-panel";

const jar = check({
  id: "jar",
  name: "Fuel in a jar",
  reading: null,
  outcomes: [
    { id: "fresh", name: "Fresh", kind: "healthy", needs: [] },
    { id: "water", name: "Water", kind: "abnormal", needs: [] },
  ],
});
const machine = {
  features: [],
  readings: {},
  schools: {},
  symptoms: [],
  card: null,
  called: null,
  checks: { jar: ["fresh", "water"] },
  places: {},
  screws: [],
};
const practised = (trace: Record<string, unknown> = {}) => ({ ...job({ machine, ...trace }), practice: true });
const looking = () => atDesk(<CheckPanel check={jar} option={null} reason={null} />, { job: practised() });

describe("a simulated machine", () => {
  const question = (id: string, version: number) => ({
    ...practised({ next: { ...job().trace.next, kind: "ask", ask: { symptom: id, name: id, condition: null } } }),
    version,
  });

  it("is looked at by a key or a click, and what it shows is recorded", async () => {
    vi.spyOn(api, "practiceLook").mockResolvedValue({ outcomes: ["water"], reading: null, engine: false });
    const { sent } = looking();
    fireEvent.keyDown(document.body, { key: "Enter" });
    await waitFor(() => expect(sent.map((one) => one.data)).toEqual([{ check: "jar", outcomes: ["water"] }]));
  });

  it("gives a number where its engine has one", async () => {
    vi.spyOn(api, "practiceLook").mockResolvedValue({
      outcomes: ["water"],
      reading: { value: 640, unit: "rpm" },
      engine: true,
    });
    const { sent, user } = looking();
    await user.click(screen.getByRole("button", { name: "Do it, and see what it shows" }));
    await waitFor(() => expect(sent[0]?.data).toEqual({ check: "jar", reading: { value: 640, unit: "rpm" } }));
  });

  it("says why it does not answer, and records nothing", async () => {
    vi.spyOn(api, "practiceLook").mockRejectedValue(
      problemOf(409, { type: "x", title: "x", status: 409, detail: "This practice is over" }),
    );
    const { sent, user } = looking();
    await user.click(screen.getByRole("button", { name: "Do it, and see what it shows" }));
    expect((await screen.findByRole("alert")).textContent).toBe("This practice is over");
    expect(sent).toHaveLength(0);
  });

  it("says no more why it did not answer once the job has gone on", async () => {
    vi.spyOn(api, "practiceAsk").mockRejectedValue(
      problemOf(409, { type: "x", title: "x", status: 409, detail: "This practice is over" }),
    );
    const { user, turn } = atDesk(<AskPanel />, { job: question("misfire", 4) });
    await user.click(screen.getByRole("button", { name: "Ask the owner" }));
    await screen.findByRole("alert");
    turn({ job: question("ping", 5) });
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("is passed over where its engine gives nothing to read", async () => {
    vi.spyOn(api, "practiceLook").mockRejectedValue(
      problemOf(409, { type: "/problems/unreadable", title: "x", status: 409, detail: "It does not run." }),
    );
    const { sent, user } = looking();
    expect(screen.queryByRole("button", { name: "Pass it over" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "Do it, and see what it shows" }));
    await user.click(await screen.findByRole("button", { name: "Pass it over" }));
    expect(sent).toMatchObject([
      { kind: "passed_over", data: { check: "jar", reason: "it does not run by itself for it" } },
    ]);
  });

  const asked = async (turn: (desk: ReturnType<typeof atDesk>) => void) => {
    let say: (answer: { answer: "yes" }) => void = () => undefined;
    vi.spyOn(api, "practiceAsk").mockReturnValue(new Promise((resolve) => (say = resolve)));
    const desk = atDesk(<AskPanel />, { job: question("misfire", 4) });
    await desk.user.click(screen.getByRole("button", { name: "Ask the owner" }));
    turn(desk);
    await act(async () => {
      say({ answer: "yes" });
      await new Promise((resolve) => setTimeout(resolve, 0));
    });
    return desk;
  };

  it("is not heard where the job has gone on while it was asked", async () => {
    const desk = await asked(({ turn }) => {
      turn({ job: question("ping", 5) });
      expect(screen.getByRole("button", { name: "Ask the owner" })).toHaveProperty("disabled", false);
    });
    expect(desk.sent).toEqual([]);
    await desk.user.click(screen.getByRole("button", { name: "Ask the owner" })); // of the next question
    expect(api.practiceAsk).toHaveBeenLastCalledWith("j", { symptom: "ping" });
  });

  it("is not heard where somebody has answered in its place", async () => {
    const parcel = { id: "p", job: "job-1" } as unknown as Parcel;
    expect((await asked(({ turn }) => turn({ parcels: [parcel] }))).sent).toEqual([]);
  });

  it("is heard where nothing else was done", async () => {
    expect((await asked(() => undefined)).sent).toMatchObject([{ data: { symptom: "misfire", seen: "present" } }]);
  });

  it("is brought back to its complaint when a repair is proven", async () => {
    vi.spyOn(api, "practiceAsk").mockResolvedValue({ answer: "no" });
    const item = { kind: "symptom", id: "misfire", name: "Irregular miss", done: false };
    const { sent, user } = atDesk(<ProofPanel />, {
      job: practised({ next: { ...job().trace.next, kind: "prove", proof: item, reason: "" }, proof: [item] }),
    });
    await user.click(screen.getByRole("button", { name: "Bring it back, and look" }));
    await waitFor(() => expect(sent[0]?.data).toEqual({ symptom: "misfire", seen: "absent" }));
  });

  it("is none where the machine is real", () => {
    atDesk(<CheckPanel check={jar} option={null} reason={null} />, { job: job({ machine }), catalogue: catalogue() });
    expect(screen.queryByRole("button", { name: "Do it, and see what it shows" })).toBeNull();
  });
});
