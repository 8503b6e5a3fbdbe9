import { accountTitle } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import type { Particulars } from '../audit-trail/set-up-change.js';
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
