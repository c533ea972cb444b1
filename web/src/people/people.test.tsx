// @vitest-environment jsdom
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { ApiError } from "../api/problem";
import type { Account, Person } from "../api/types";
import { draw } from "../testing/render";
import { benchName } from "../kept/bench-name";
import { Join } from "./join";
import { People } from "./people";
import { SignedIn } from "./signed-in";
import { SecondFactor } from "./second-factor";
import { Who } from "./who";

const INES = { name: "Ines", role: "lead" as const, signature: "Ines", second: false, passkeys: [] as string[] };
const account = (row: Partial<Account> = {}): Account => ({
  mode: "open",
  second: false,
  who: null,
  lately: [],
  backup: null,
  ...row,
});
const refused = (status: number, field?: string) =>
  new ApiError({
    type: "/problems/account",
    title: "No",
    status,
    detail: "Name or password is wrong.",
    ...(field && { errors: [{ field, detail: `${field} is wrong` }] }),
  });

const person = (row: Partial<Person>): Person => ({
  id: 1,
  name: "Ines",
  role: "lead",
  under: null,
  login: "ines",
  closed: false,
  alike: false,
  second: false,
  last: "2026-11-27T08:00:00Z",
  locked: false,
  ...row,
});

describe("an open bench", () => {
  it("asks who is there, offers who was there lately, and keeps the name on this device", async () => {
    vi.spyOn(api, "account").mockResolvedValue(account({ lately: ["Ines", "Jo", "Otto, the owner"] }));
    const { user } = draw(<Who />);
    await user.click(await screen.findByRole("button", { name: "Who is at the bench?" }));
    const lately = screen.getByRole("list", { name: "Lately at the bench" });
    expect(
      within(lately)
        .getAllByRole("button")
        .map((one) => one.textContent),
    ).toEqual(["Ines", "Jo"]);
    await user.click(within(lately).getByRole("button", { name: "Jo" }));
    expect(benchName.read()).toBe("Jo");
    await user.click(screen.getByRole("button", { name: "At the bench: Jo. Change" }));
    await user.type(screen.getByLabelText("Somebody else than Jo"), "  Lee {Enter}");
    expect(benchName.read()).toBe("Lee");
    await user.click(screen.getByRole("button", { name: "At the bench: Lee. Change" }));
    await user.click(screen.getByRole("button", { name: /Nobody/ }));
    expect(benchName.read()).toBe("");
  });

  it("lets everybody work", async () => {
    vi.spyOn(api, "account").mockResolvedValue(account());
    draw(<SignedIn>the work</SignedIn>);
    expect(await screen.findByText("the work")).toBeTruthy();
  });
});

describe("what a lead answers for", () => {
  it("is the last backup, and a record that is whole", async () => {
    const asked = vi.spyOn(api, "account").mockResolvedValue(account());
    const record = vi.spyOn(api, "record").mockResolvedValue({ broken: [] });
    const { user, unmount } = draw(<Who />);
    await user.click(await screen.findByRole("button", { name: "Who is at the bench?" }));
    expect(screen.getByText(/No backup yet/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Look at the record" }));
    expect(await screen.findByText(/The record is whole/)).toBeTruthy();
    record.mockResolvedValue({ broken: [{ job_id: "j1", sequence: 3 }] });
    await user.click(screen.getByRole("button", { name: "Look at the record" }));
    expect((await screen.findByRole("link", { name: /from entry 3/ })).getAttribute("href")).toBe("/jobs/j1");
    unmount();
    const at = new Date(Date.now() - 5 * 86_400_000).toISOString();
    asked.mockResolvedValue(account({ backup: { at, file: "x.zip", bytes: 1, jobs: 12 } }));
    const again = draw(<Who />);
    await again.user.click(await screen.findByRole("button", { name: "Who is at the bench?" }));
    expect((await screen.findByText(/12 jobs/)).textContent).toMatch(/older than three days/);
  });
});

describe("with accounts", () => {
  it("nothing is shown before somebody has signed in; what is wrong is said, and the password is not kept", async () => {
    const who = vi.spyOn(api, "account").mockResolvedValue(account({ mode: "accounts" }));
    const signIn = vi.spyOn(api, "signIn").mockRejectedValueOnce(refused(401)).mockResolvedValue({});
    const { user } = draw(<SignedIn>the work</SignedIn>);
    await user.type(await screen.findByLabelText("Sign-in name"), "ines");
    expect(screen.queryByText("the work")).toBeNull();
    await user.type(screen.getByLabelText("Password"), "nonsense{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("Name or password is wrong.");
    expect(screen.getByLabelText<HTMLInputElement>("Password").value).toBe("");
    who.mockResolvedValue(account({ mode: "accounts", who: INES }));
    await user.type(screen.getByLabelText("Password"), "nine hens in the shed{Enter}");
    expect(await screen.findByText("the work")).toBeTruthy();
    expect(signIn).toHaveBeenLastCalledWith("ines", "nine hens in the shed");
    expect(benchName.read()).toBe("Ines");
  });

  it("the six digits are asked for where they are owed", async () => {
    vi.spyOn(api, "account").mockResolvedValue(account({ mode: "accounts", second: true }));
    const give = vi.spyOn(api, "giveSecond").mockResolvedValue({});
    const { user } = draw(<SignedIn>the work</SignedIn>);
    await user.type(await screen.findByLabelText("Six digits from your device, or a recovery code"), "123456{Enter}");
    await waitFor(() => expect(give).toHaveBeenCalledWith("123456"));
  });

  it("a printed recovery code is taken in the place of the six digits", async () => {
    vi.spyOn(api, "account").mockResolvedValue(account({ mode: "accounts", second: true }));
    const digits = vi.spyOn(api, "giveSecond").mockResolvedValue({});
    const code = vi.spyOn(api, "giveRecoveryCode").mockResolvedValue({});
    const { user } = draw(<SignedIn>the bench</SignedIn>);
    await user.type(
      await screen.findByLabelText("Six digits from your device, or a recovery code"),
      "K7QM-4XRT-9WZB{Enter}",
    );
    await waitFor(() => expect(code).toHaveBeenCalledWith("K7QM-4XRT-9WZB"));
    expect(digits).not.toHaveBeenCalled();
  });

  it("recovery codes are shown until they are on paper", async () => {
    vi.spyOn(api, "account").mockResolvedValue(account({ mode: "accounts", who: { ...INES, second: true } }));
    vi.spyOn(api, "newRecoveryCodes").mockResolvedValue({ recovery_codes: ["AAAA-BBBB-CCCC", "DDDD-EEEE-FFFF"] });
    const { user } = draw(<SecondFactor on />);
    await user.type(screen.getByLabelText("Your password"), "nine hens in the shed");
    await user.click(screen.getByRole("button", { name: "Replace used recovery codes" }));
    expect(await screen.findByText("DDDD-EEEE-FFFF")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "I have them on paper" }));
    expect(screen.queryByText("DDDD-EEEE-FFFF")).toBeNull();
  });

  it("one signs out, changes the password, and sets up a second factor", async () => {
    vi.spyOn(api, "account").mockResolvedValue(account({ mode: "accounts", who: INES }));
    const out = vi.spyOn(api, "signOut").mockResolvedValue({});
    const next = vi.spyOn(api, "newPassword").mockRejectedValueOnce(refused(422, "new-password")).mockResolvedValue({});
    vi.spyOn(api, "newSecond").mockResolvedValue({ otp_secret: "abcdefgh", otp_raw_secret: "raw" });
    const set = vi.spyOn(api, "setSecond").mockResolvedValue({});
    const { user } = draw(<Who />);
    await user.click(await screen.findByRole("button", { name: "At the bench: Ines. Change" }));
    await user.click(screen.getByRole("button", { name: "Another password" }));
    await user.type(screen.getByLabelText("The one you have"), "old");
    await user.type(screen.getByLabelText("The new one, at least 12 letters"), "new{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("new-password is wrong");
    await user.click(screen.getByRole("button", { name: "Change it" }));
    expect((await screen.findByRole("status")).textContent).toBe("Changed.");
    expect(next).toHaveBeenLastCalledWith("old", "new");
    await user.click(screen.getByRole("button", { name: "Second factor" }));
    await user.click(screen.getByRole("button", { name: "Set it up" }));
    expect(await screen.findByText("abcd efgh")).toBeTruthy();
    await user.type(screen.getByLabelText("Your password"), "pw");
    await user.type(screen.getByLabelText("Six digits the device shows now"), "123456{Enter}");
    await waitFor(() =>
      expect(set).toHaveBeenCalledWith({
        otp_secret: "abcdefgh",
        otp_raw_secret: "raw",
        password: "pw",
        otp: "123456",
      }),
    );
    await user.click(screen.getByRole("button", { name: "Sign out everywhere" }));
    await waitFor(() => expect(out).toHaveBeenCalledWith(true));
    expect(benchName.read()).toBe("");
  });
});

describe("a link of the lead's", () => {
  function open(answer: Awaited<ReturnType<typeof api.invitation>> | ApiError) {
    const asked = vi.spyOn(api, "invitation");
    if (answer instanceof ApiError) asked.mockRejectedValue(answer);
    else asked.mockResolvedValue(answer);
    return draw(
      <Routes>
        <Route path="/join/:code" element={<Join />} />
        <Route path="/" element="the bench" />
      </Routes>,
      "/join/ABCD",
    );
  }

  it("lets somebody join, with what is wrong at its field", async () => {
    const join = vi.spyOn(api, "join").mockRejectedValueOnce(refused(422, "login")).mockResolvedValue({});
    const { user } = open({ role: "trainee", login: null, name: null });
    expect(await screen.findByRole("heading", { name: "Join as a trainee" })).toBeTruthy();
    await user.type(screen.getByLabelText("Your name, as it stands under your work"), "Lee");
    await user.type(screen.getByLabelText("A short name to sign in with"), "Lee");
    await user.type(screen.getByLabelText("Password, at least 12 letters"), "nine hens in the shed{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("login is wrong");
    await user.click(screen.getByRole("button", { name: "Join" }));
    expect(await screen.findByText("the bench")).toBeTruthy();
    expect(join).toHaveBeenLastCalledWith("ABCD", { name: "Lee", login: "lee", password: "nine hens in the shed" });
  });

  it("asks one who is there for a password alone", async () => {
    const join = vi.spyOn(api, "join").mockResolvedValue({});
    const { user } = open({ role: "lead", login: "ines", name: "Ines" });
    await user.type(await screen.findByLabelText("Password, at least 12 letters"), "nine hens in the shed{Enter}");
    await waitFor(() => expect(join).toHaveBeenCalledWith("ABCD", { password: "nine hens in the shed" }));
  });

  it("that is none says so", async () => {
    open(refused(404));
    expect((await screen.findByRole("alert")).textContent).toContain("This link opens nothing");
  });
});

describe("the people of a shop", () => {
  const all = [person({}), person({ id: 2, name: "Jo", role: "technician", login: "jo", locked: true })];
  const audit = [{ name: "Ines", says: "login_failure", at: "2026-11-27T08:00:00Z" }];

  it("are looked after by the lead", async () => {
    vi.spyOn(api, "account").mockResolvedValue(account({ mode: "accounts", who: INES }));
    vi.spyOn(api, "people").mockResolvedValue({ people: all, audit });
    const change = vi.spyOn(api, "changePerson").mockRejectedValueOnce(refused(422, "role"));
    const invite = vi.spyOn(api, "invite").mockResolvedValue({ code: "AAAA-BBBB-CCCC" });
    const { user } = draw(<People />);
    expect(await screen.findByText(/slowed down after wrong passwords/)).toBeTruthy();
    expect(screen.getByText(/login failure/)).toBeTruthy();
    await user.selectOptions(screen.getByLabelText("Role of Ines"), "technician");
    expect((await screen.findByRole("alert")).textContent).toBe("role is wrong");
    change.mockResolvedValue({ people: [person({}), person({ id: 2, name: "Jo", closed: true })], audit });
    await user.click(screen.getByRole("button", { name: "Shut Jo out" }));
    expect(await screen.findByRole("button", { name: "Let Jo in again" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "New password for Jo" }));
    expect((await screen.findByRole("status")).textContent).toContain("/join/AAAA-BBBB-CCCC");
    expect(invite).toHaveBeenLastCalledWith({ role: "lead", account: 2 });
    const fresh = screen.getByRole("region", { name: "Somebody new" });
    await user.selectOptions(within(fresh).getByLabelText("Role"), "trainee");
    await user.click(within(fresh).getByRole("button", { name: "Make a link" }));
    await waitFor(() => expect(invite).toHaveBeenLastCalledWith({ role: "trainee", under: 1 }));
  });

  it("whose names look alike have their numbers beside them", async () => {
    vi.spyOn(api, "account").mockResolvedValue(account({ mode: "accounts", who: INES }));
    const alike = [person({ alike: true }), person({ id: 7, name: "lnes", login: "other", alike: true })];
    vi.spyOn(api, "people").mockResolvedValue({ people: alike, audit });
    draw(<People />);
    expect(await screen.findByText("Ines #1")).toBeTruthy();
    expect(screen.getByText("lnes #7")).toBeTruthy();
  });

  it("of an open bench are told in words", async () => {
    vi.spyOn(api, "account").mockResolvedValue(account());
    vi.spyOn(api, "people").mockResolvedValue({ people: [], audit: [] });
    draw(<People />);
    expect(await screen.findByText(/This is an open bench/)).toBeTruthy();
  });
});
