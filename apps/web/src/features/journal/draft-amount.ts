import type { DraftResponse } from '@just-ledger/contract';
import { type CurrencyCode, isCivilDate, minor, type Minor, shortDate, sumOf } from '@just-ledger/core';
import { useBooks } from '../../api/books-queries.js';
import { useTaxes } from '../tax-codes/use-taxes.js';
import { formOf } from './entry-request.js';
import { postedAmounts, taxOfForm } from './form-tax.js';
import type { EntryOfSet } from './joint-effect.js';

/** A draft as an entry of a set. */
export function entryOfDraft(draft: DraftResponse, currency: CurrencyCode): EntryOfSet {
  return { form: formOf(draft, currency), date: isCivilDate(draft.date) ? draft.date : undefined };
}

/** The debits of drafts, with their tax; minor units. */
export function useDraftAmounts(): (draft: DraftResponse) => Minor {
  const { currency, today } = useBooks();
  const taxes = useTaxes();
  return (draft) => {
    const { form, date = today } = entryOfDraft(draft, currency);
    const posted = postedAmounts(form, taxOfForm(form, currency, date, taxes));
    return sumOf(posted.map(({ amount }) => minor(Math.max(amount, 0))));
  };
}

/** A date is shown as elsewhere; what is none yet stays as it was typed. */
export function dated(typed: string): string {
  return isCivilDate(typed) ? shortDate(typed) : typed;
}
