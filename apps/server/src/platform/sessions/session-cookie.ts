import { settings } from '../settings.js';

/** Whether people reach the server by https only: then no cookie of it ever goes another way. */
export const isSecure = settings.origin?.startsWith('https:') === true;

/** The name of the session cookie. Under https browsers take one of this name from this very host alone, for all of it. */
export const SESSION_COOKIE = isSecure ? '__Host-just_ledger_session' : 'just_ledger_session';

/** How the session cookie is set: no script reads it, and no other site makes a browser send it. */
export const COOKIE_TERMS = { path: '/', httpOnly: true, sameSite: 'strict', secure: isSecure } as const;
