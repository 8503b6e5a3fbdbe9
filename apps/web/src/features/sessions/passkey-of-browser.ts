import {
  browserSupportsWebAuthn,
  startAuthentication,
  startRegistration,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
} from '@simplewebauthn/browser';

/** Whether this browser keeps passkeys for these pages: by https or on this machine, and under a name. */
export function canHavePasskeys(): boolean {
  return browserSupportsWebAuthn() && !/^[\d.]+$|^\[/.test(window.location.hostname);
}

/** Has the browser make a passkey. @param options as the server offers them @returns what the server takes @throws {Error} in words */
export function newPasskey(options: string): Promise<string> {
  const optionsJSON: PublicKeyCredentialCreationOptionsJSON = JSON.parse(options);
  return inWords(
    startRegistration({ optionsJSON }),
    'No passkey was made. It may be there already, or it was given up.',
  );
}

/** Has the browser use a passkey. @throws {Error} in words if there is none, or it was given up */
export function usedPasskey(options: string): Promise<string> {
  const optionsJSON: PublicKeyCredentialRequestOptionsJSON = JSON.parse(options);
  return inWords(
    startAuthentication({ optionsJSON }),
    'No passkey was used. Sign in with your password, or try again.',
  );
}

async function inWords(asked: Promise<unknown>, message: string): Promise<string> {
  try {
    return JSON.stringify(await asked);
  } catch {
    // browsers do not say whether there is none or nobody wanted it
    throw new Error(message);
  }
}
