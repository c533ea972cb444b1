import {
  browserSupportsWebAuthn,
  startAuthentication,
  startRegistration,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
} from "@simplewebauthn/browser";
import { api } from "../api/client";

/** Can this page have passkeys? They belong to a name: an address of numbers has none, nor what comes without https. */
export function passkeysHere(): boolean {
  return browserSupportsWebAuthn() && window.isSecureContext && !/^[\d.]+$|^\[/.test(window.location.hostname);
}

/** The device makes a passkey for this account, and it is kept. */
export async function makePasskey(password: string): Promise<void> {
  const asked = await api.newPasskey();
  const made = await startRegistration({ optionsJSON: asked.webauthn_setup as PublicKeyCredentialCreationOptionsJSON });
  await api.setPasskey({
    webauthn_setup: { ...made },
    webauthn_setup_challenge: String(asked.webauthn_setup_challenge),
    webauthn_setup_challenge_hmac: String(asked.webauthn_setup_challenge_hmac),
    password,
  });
}

/** Signs in with a passkey of this device. second: beside the password, which was given already */
export async function byPasskey(second: boolean): Promise<void> {
  const asked = await api.passkeyAsked(second);
  const given = await startAuthentication({
    optionsJSON: asked.webauthn_auth as PublicKeyCredentialRequestOptionsJSON,
  });
  await api.givePasskey(second, {
    webauthn_auth: { ...given },
    webauthn_auth_challenge: String(asked.webauthn_auth_challenge),
    webauthn_auth_challenge_hmac: String(asked.webauthn_auth_challenge_hmac),
  });
}
