// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { problemOf } from "../api/problem";
import { draw } from "../testing/render";
import * as passkey from "./passkey";
import { Passkeys } from "./passkeys";
import { SignIn } from "./sign-in";

const device = vi.hoisted(() => ({ startRegistration: vi.fn(), startAuthentication: vi.fn() }));
vi.mock("@simplewebauthn/browser", () => ({ browserSupportsWebAuthn: () => true, ...device }));

const setUp = {
  webauthn_setup: { challenge: "c1" },
  webauthn_setup_challenge: "c1",
  webauthn_setup_challenge_hmac: "h1",
};
const asked = { webauthn_auth: { challenge: "c2" }, webauthn_auth_challenge: "c2", webauthn_auth_challenge_hmac: "h2" };
const unwilling = () => Object.assign(new Error("not allowed"), { name: "NotAllowedError" });

beforeEach(() => {
  vi.stubGlobal("isSecureContext", true);
  vi.spyOn(api, "newPasskey").mockResolvedValue(setUp);
  vi.spyOn(api, "passkeyAsked").mockResolvedValue(asked);
  device.startRegistration.mockResolvedValue({ id: "k1", type: "public-key" });
  device.startAuthentication.mockResolvedValue({ id: "k1", type: "public-key" });
});

describe("a passkey", () => {
  it("is made by the device and kept with the password", async () => {
    const set = vi.spyOn(api, "setPasskey").mockResolvedValue({});
    const { user } = draw(<Passkeys passkeys={[]} />);
    await user.type(screen.getByLabelText("Your password"), "pw{Enter}");
    await waitFor(() =>
      expect(set).toHaveBeenCalledWith({
        webauthn_setup: { id: "k1", type: "public-key" },
        webauthn_setup_challenge: "c1",
        webauthn_setup_challenge_hmac: "h1",
        password: "pw",
      }),
    );
    expect(device.startRegistration).toHaveBeenCalledWith({ optionsJSON: { challenge: "c1" } });
  });

  it("signs in in the place of name and password, and beside the password where that was given", async () => {
    const give = vi.spyOn(api, "givePasskey").mockResolvedValue({});
    const { user, unmount } = draw(<SignIn second={false} />);
    await user.click(screen.getByRole("button", { name: "With a passkey of this device" }));
    const body = {
      webauthn_auth: { id: "k1", type: "public-key" },
      webauthn_auth_challenge: "c2",
      webauthn_auth_challenge_hmac: "h2",
    };
    await waitFor(() => expect(give).toHaveBeenCalledWith(false, body));
    unmount();
    const second = draw(<SignIn second />);
    await second.user.click(screen.getByRole("button", { name: "With a passkey of this device" }));
    await waitFor(() => expect(give).toHaveBeenLastCalledWith(true, body));
  });

  it("that the device or its holder refuses is said, and the other ways stay open", async () => {
    device.startAuthentication.mockRejectedValue(unwilling());
    const { user } = draw(<SignIn second={false} />);
    await user.click(screen.getByRole("button", { name: "With a passkey of this device" }));
    expect((await screen.findByRole("alert")).textContent).toMatch(/The device did not do it/);
    expect(screen.getByLabelText("Sign-in name")).toBeTruthy();
  });

  it("that is not known here is refused in words", async () => {
    vi.spyOn(api, "givePasskey").mockRejectedValue(
      problemOf(422, { type: "", title: "No", status: 422, detail: "This passkey is not known here" }),
    );
    const { user } = draw(<SignIn second={false} />);
    await user.click(screen.getByRole("button", { name: "With a passkey of this device" }));
    expect((await screen.findByRole("alert")).textContent).toBe("This passkey is not known here");
  });

  it("is given up by the password, every one of them", async () => {
    const drop = vi.spyOn(api, "dropPasskey").mockResolvedValue({});
    const { user } = draw(<Passkeys passkeys={["k1", "k2"]} />);
    expect(screen.getByText(/^2 devices sign you in/)).toBeTruthy();
    await user.type(screen.getByLabelText("Your password"), "pw");
    await user.click(screen.getByRole("button", { name: "Give them all up" }));
    await waitFor(() =>
      expect(drop.mock.calls).toEqual([
        ["k1", "pw"],
        ["k2", "pw"],
      ]),
    );
  });

  it("is not offered where the page has no name or no https", () => {
    vi.stubGlobal("isSecureContext", false);
    draw(
      <>
        <Passkeys passkeys={[]} />
        <SignIn second={false} />
      </>,
    );
    expect(screen.getByText(/They need the shop to be served under a name by https/)).toBeTruthy();
    expect(screen.queryByText(/With a passkey/)).toBeNull();
    vi.stubGlobal("isSecureContext", true);
    vi.stubGlobal("location", { hostname: "192.0.2.7" });
    expect(passkey.passkeysHere()).toBe(false);
    vi.unstubAllGlobals();
  });
});
