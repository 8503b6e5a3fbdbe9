import { accountTitle } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import type { Particulars } from '../audit-trail/set-up-change.js';
import type { ComparedFields } from '../audit-trail/stand-by-history.js';
import { longDate } from '../dates/month-names.js';
import { TAX_ROUNDINGS, TAX_SIDES, type TaxCode, type TaxPart, type TaxRate } from './tax-code.js';

/** A tax code's particulars in words, as its trail tells them. */
export function taxCodeParticulars(taxCode: TaxCode, chart: Chart): Particulars {
  return {
    code: taxCode.code,
    name: taxCode.name,
    'is for': TAX_SIDES[taxCode.side].label.toLowerCase(),
    rounded: TAX_ROUNDINGS[taxCode.rounding],
    ...Object.fromEntries(taxCode.rates.map((rate) => [sinceOf(rate), inWords(rate, chart)])),
    'in use': taxCode.active,
  };
}

/** The particulars of a tax code that are compared with its history, but for its rates. */
export const COMPARED_OF_TAX_CODE: ComparedFields = {
  code: 'any',
  name: 'any',
  'is for': Object.values(TAX_SIDES).map(({ label }) => label.toLowerCase()),
  rounded: Object.values(TAX_ROUNDINGS),
  'in use': 'any',
};

/**
 * What a tax code takes, from when on, as its history is compared with it: the accounts are left out, since they are called
 * otherwise once they are renamed.
 *
 * @example ratesTold({code: 'S', 'from the beginning': '20 % in credit of 2200 Tax'}) // → {'from the beginning': '20 % in credit'}
 */
export function ratesTold(particulars: Particulars): Particulars {
  return Object.fromEntries(
    Object.entries(particulars)
      .filter(([field]) => field.startsWith('from '))
      .map(([field, told]) => [
        field,
        [...String(told).matchAll(TOLD_PART)].map(([part]) => part).join('; ') || told,
      ]),
  );
}

/** The beginning of what is told of a part, up to its account. */
const TOLD_PART = /-?[\d.]+ %(?:, -?[\d.]+ % of it)? in (?:debit|credit)(?= of )/g;

function sinceOf({ from }: TaxRate): string {
  return from ? `from ${longDate(from)}` : 'from the beginning';
}

function inWords({ parts }: TaxRate, chart: Chart): string {
  return parts.length === 0 ? 'no tax' : parts.map((part) => partInWords(part, chart)).join('; ');
}

function partInWords({ rate, share, side, account }: TaxPart, chart: Chart): string {
  const to = account === undefined ? undefined : chart.byId.get(account);
  const portion = Number(share) === 100 ? '' : `, ${share} % of it`;
  return `${rate} %${portion} in ${side} of ${to ? accountTitle(to) : 'the line’s own account'}`;
}
