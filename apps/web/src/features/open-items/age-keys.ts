import { AGES, keysOf } from '@just-ledger/core';

/** The ages, the youngest first. */
export const AGE_KEYS = keysOf(AGES);
