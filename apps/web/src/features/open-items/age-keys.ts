import { type Age, AGES } from '@just-ledger/core';

/** The ages, the youngest first. */
export const AGE_KEYS = Object.keys(AGES) as Age[];
