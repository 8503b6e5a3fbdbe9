import type { DraftResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  type CurrencyCode,
  isCivilDate,
  minor,
  type Minor,
  shortDate,
  sumOf,
} from '@just-ledger/core';
import { amountsOf } from './entry-form.js';
import { formOf } from './entry-request.js';
import type { EntryOfSet } from './joint-effect.js';

/** A draft as an entry of a set. */
export function entryOfDraft(draft: DraftResponse, currency: CurrencyCode): EntryOfSet {
  return { form: formOf(draft, currency), date: isCivilDate(draft.date) ? (draft.date as CivilDate) : undefined };
}

/** The debits of a draft; minor units. */
export function draftAmount(draft: DraftResponse, currency: CurrencyCode): Minor {
  return sumOf(amountsOf(formOf(draft, currency), currency).map((amount) => minor(Math.max(amount, 0))));
}

/** A date is shown as elsewhere; what is none yet stays as it was typed. */
export function dated(typed: string): string {
  return isCivilDate(typed) ? shortDate(typed) : typed;
}
