import type { EntryResponse } from '@just-ledger/contract';
import {
  addMonths,
  type CivilDate,
  type CurrencyCode,
  endOfMonth,
  firstOfNextMonth,
  parseCivilDate,
  shortDate,
} from '@just-ledger/core';
import { emptyForm, type EntryForm } from './entry-form.js';
import { formLike } from './entry-request.js';

/** The day on which the bill that has not come is accrued: the end of the month after the last one’s. */
export function accrualDate(entry: EntryResponse): CivilDate {
  return endOfMonth(addMonths(parseCivilDate(entry.date), 1));
}

/**
 * The accrual of a bill that has not come, as the last one was: its revenue and expense stay; what stood against them is
 * left open, for the account of what is owed and not yet billed. It is reversed on the first of the next month.
 *
 * @param isOfResult whether an account is revenue or expense
 * @param date as it is shown
 */
export function formOfAccrual(
  entry: EntryResponse,
  isOfResult: (number: string) => boolean,
  date: string,
  currency: CurrencyCode,
): EntryForm {
  const like = formLike(entry, date, currency);
  const isTaxed = entry.lines.some(({ taxCode }) => taxCode !== null);
  return {
    ...like,
    kind: 'adjusting',
    explanation: `Accrued: ${entry.explanation}`.slice(0, 500),
    reversesOn: shortDate(firstOfNextMonth(accrualDate(entry))),
    // the tax comes with the bill: until then what is used is accrued, and what is owed is to be written again
    lines: like.lines.map((line) =>
      line.account === '' || isOfResult(line.account)
        ? { ...line, taxCode: '', amountIs: '' }
        : {
            ...line,
            account: '',
            contact: '',
            document: '',
            documentDate: '',
            dueDate: '',
            ownNumber: '',
            breakdowns: {},
            ...(isTaxed && { debit: '', credit: '' }),
          },
    ),
  };
}

/** In the address: the accrual of a bill that has none before it. */
export const MISSING_BILL = 'missing-bill';

/** The last day of the month that has ended last: what it lacks is accrued on it. */
export function missingBillDate(today: CivilDate): CivilDate {
  return endOfMonth(addMonths(today, -1));
}

/** The accrual of a bill that has not come and that no earlier one is like: reversed on the first of the next month. */
export function formOfMissingBill(date: string, on: CivilDate): EntryForm {
  return {
    ...emptyForm(date, 'adjusting'),
    explanation: 'Accrued: ',
    reversesOn: shortDate(firstOfNextMonth(on)),
  };
}
