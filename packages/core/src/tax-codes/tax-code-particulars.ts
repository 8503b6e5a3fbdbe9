import { accountTitle } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import type { Particulars } from '../audit-trail/set-up-change.js';
import type { NamesByHistory } from '../audit-trail/names-by-history.js';
import type { ComparedFields, WordedParticulars } from '../audit-trail/stand-by-history.js';
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

/**
 * What of a tax code is compared with its history; accounts as what they were ever called.
 *
 * @param recorded as its history leaves it: it may tell of rates that are there no more
 */
export function comparedOfTaxCode(
  recorded: WordedParticulars,
  { rates }: TaxCode,
  chart: Chart,
  accounts: NamesByHistory,
): ComparedFields {
  const recordedRates = Object.keys(recorded).filter((field) => field.startsWith('from '));
  return {
    code: 'any',
    name: 'any',
    'is for': Object.values(TAX_SIDES).map(({ label }) => label.toLowerCase()),
    rounded: Object.values(TAX_ROUNDINGS),
    ...Object.fromEntries(recordedRates.map((field) => [field, 'any' as const])),
    ...Object.fromEntries(
      rates.map((rate) => [sinceOf(rate), (told: string) => isTold(rate, told, chart, accounts)]),
    ),
    'in use': 'any',
  };
}

/** Whether a rate is what was told of one, though its accounts may be called otherwise by now. */
function isTold({ parts }: TaxRate, told: string, chart: Chart, accounts: NamesByHistory): boolean {
  const beginnings = [...told.matchAll(TOLD_PART)];
  return (
    beginnings.length === parts.length &&
    parts.every((part, index) => {
      const [beginning, next] = [beginnings[index], beginnings[index + 1]];
      const account = told.slice((beginning?.index ?? 0) + (beginning?.[0].length ?? 0), next?.index);
      const isPortion = beginning?.[1] === portionInWords(part);
      return isPortion && (account === accountInWords(part, chart) || accounts.wasCalled(part.account, account));
    })
  );
}

/** The beginning of what is told of a part, up to its account. */
const TOLD_PART = /(?:^|; )(-?[\d.]+ %(?:, -?[\d.]+ % of it)? in (?:debit|credit) of )/g;

function sinceOf({ from }: TaxRate): string {
  return from ? `from ${longDate(from)}` : 'from the beginning';
}

function inWords({ parts }: TaxRate, chart: Chart): string {
  return parts.length === 0 ? 'no tax' : parts.map((part) => partInWords(part, chart)).join('; ');
}

function partInWords(part: TaxPart, chart: Chart): string {
  return `${portionInWords(part)}${accountInWords(part, chart)}`;
}

function portionInWords({ rate, share, side }: TaxPart): string {
  return `${rate} %${Number(share) === 100 ? '' : `, ${share} % of it`} in ${side} of `;
}

function accountInWords({ account }: TaxPart, chart: Chart): string {
  const to = account === undefined ? undefined : chart.byId.get(account);
  return to ? accountTitle(to) : 'the line’s own account';
}
