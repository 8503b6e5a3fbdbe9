import { parseCivilDate } from '@just-ledger/core';

/** The day at which the demo stands still. */
export const DEMO_TODAY = parseCivilDate('2027-01-18');

/** With what to sign in to the demo. */
export const DEMO_SIGN_IN = {
  email: 'demo@sallow-reach.test',
  password: 'sallow reach demo',
  name: 'Wren Ashby',
} as const;
