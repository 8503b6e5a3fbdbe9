import { accountTitle } from '../accounts/account.js';
import type { Books } from '../books/books.js';
import type { CivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import { formatAmount, safeParseAmount } from '../money/amount.js';
import { minor, negated, type Minor, ZERO } from '../money/minor.js';
import { isPercent } from '../money/percent.js';
import { taxAmounts } from '../tax-codes/tax-amounts.js';
import { TAX_SIDES, type TaxCode, taxRateOn } from '../tax-codes/tax-code.js';
import type { EntryKind } from '../ledger/entry-kind.js';
import type { LineTax } from './entry.js';
import type { Taxing } from './entry-tax.js';
import type { ProposedLine } from './proposed-entry.js';

/** A tax is moved by less than this: what rounding makes of many lines, not another tax. Minor units. */
export const MOST_ADJUSTED = 100;

/** Tells a problem of a line at one of its fields. */
type Report = (code: string, field: string, message: string) => void;

/** What a line is proposed within. */
interface TaxOf {
  readonly kind: EntryKind;
  /** The day that decides rates, once it can be read. */
  readonly taxDate?: CivilDate | undefined;
}

/** What a line says of its tax: how it is to be reckoned, or the tax as it was posted. */
export interface ReadTax {
  readonly taxing?: Taxing;
  readonly tax?: LineTax;
}

/**
 * Reads what a proposed line says of its tax.
 *
 * @param amount the line's, minor units, debit positive
 * @returns nothing where it has none, or what it says cannot be read
 */
export function readTax(
  proposed: ProposedLine,
  amount: Minor,
  taxOf: TaxOf,
  books: Pick<Books, 'taxCodes' | 'baseCurrency' | 'chart'>,
  report: Report,
): ReadTax {
  const text = proposed.taxCode?.trim();
  if (!text) {
    const idle = (['taxAdjustment', 'taxRate', 'taxBase', 'taxSide'] as const).find((field) =>
      proposed[field]?.trim(),
    );
    if (idle) report('tax-code-missing', 'taxCode', 'Say which tax is meant.');
    return {};
  }
  const code = books.taxCodes?.find((taxCode) => taxCode.code.toLowerCase() === text.toLowerCase());
  if (!code) {
    report('tax-code-unknown', 'taxCode', `There is no tax code ${text}.`);
    return {};
  }
  if (taxOf.kind === 'opening' || taxOf.kind === 'closing') {
    const said = taxOf.kind === 'opening' ? 'Opening balances are taken on' : 'Balances are closed';
    report('tax-of-balances', 'taxCode', `${said} as they stand, tax owed among them.`);
    return {};
  }
  if (proposed.taxRate?.trim())
    return { ...givenTax(proposed, proposed.taxRate.trim(), code, amount, books, report) };
  if (!code.active) report('tax-code-retired', 'taxCode', `${code.code} is no longer in use.`);
  for (const unfit of unfitOn(code, taxOf.taxDate, books)) report('tax-code-unfit', 'taxCode', unfit);
  const amountIs = proposed.amountIs?.trim() || 'net';
  if (amountIs !== 'net' && amountIs !== 'gross') {
    report('amount-is', 'amountIs', 'The amount is net or gross.');
  }
  const adjustment = readAdjustment(proposed.taxAdjustment, books, report);
  return { taxing: { code, isGross: amountIs === 'gross', adjustment } };
}

/** Why a code cannot be used on a day: nothing is set for it, or one of its accounts takes nothing. */
function unfitOn(code: TaxCode, date: CivilDate | undefined, { chart }: Pick<Books, 'chart'>): string[] {
  if (!date) return [];
  const rate = taxRateOn(code, date);
  if (!rate) return [`${code.code} takes nothing yet on ${longDate(date)}.`];
  return rate.parts.flatMap((part) => {
    const account = part.account === undefined ? undefined : chart.byId.get(part.account);
    if (!account) return [];
    if (!account.active) return [`${accountTitle(account)}, where its tax goes, is retired.`];
    return chart.headings.has(account.id) ? [`${accountTitle(account)}, where its tax goes, is a heading.`] : [];
  });
}

function readAdjustment(text: string | undefined, books: Pick<Books, 'baseCurrency'>, report: Report): Minor {
  if (!text?.trim()) return ZERO;
  const read = safeParseAmount(text.trim(), books.baseCurrency);
  if (read.ok && Math.abs(read.amount) < MOST_ADJUSTED) return read.amount;
  const message = read.ok
    ? 'Tax is adjusted by what rounding makes, up to 99 of the smallest unit.'
    : `“${text}” is not an amount.`;
  report('tax-adjustment', 'taxAdjustment', message);
  return ZERO;
}

/** The tax of a line as it was posted before. */
function givenTax(
  proposed: ProposedLine,
  rate: string,
  code: TaxCode,
  amount: Minor,
  books: Pick<Books, 'baseCurrency'>,
  report: Report,
): ReadTax {
  if (!isPercent(rate)) {
    report('not-a-percentage', 'taxRate', `“${rate}” is not a percentage such as 17.5.`);
    return {};
  }
  const side = proposed.taxSide?.trim();
  if (side && side !== 'debit' && side !== 'credit') {
    report('tax-side', 'taxSide', 'The side is debit or credit.');
    return {};
  }
  const adjustment = readAdjustment(proposed.taxAdjustment, books, report);
  const read = safeParseAmount(proposed.taxBase?.trim() || '0', books.baseCurrency);
  if (!read.ok || (side && read.amount === 0)) {
    report('tax-base', 'taxBase', 'Say what the tax is reckoned on.');
    return {};
  }
  const isDebit = TAX_SIDES[code.side].lineStandsOn === 'debit';
  const base = read.amount === 0 ? amount : isDebit ? read.amount : negated(read.amount);
  return {
    tax: {
      code: code.id,
      rate,
      base,
      ...(side && { side: side as 'debit' | 'credit' }),
      ...(adjustment !== 0 && { adjustment: minor(amount < 0 ? -adjustment : adjustment) }),
    },
  };
}

/**
 * Lines with their tax in their amounts, as they are paid: net ones become gross, an adjustment part of it. What cannot be
 * read, or takes nothing on the day, stays as it is.
 *
 * @example grossLines([{account: '6100', debit: '100.00', taxCode: 'STD'}], date, books) // → debit 120.00, gross
 */
export function grossLines<L extends ProposedLine>(
  lines: readonly L[],
  date: CivilDate,
  { taxCodes, baseCurrency }: Pick<Books, 'taxCodes' | 'baseCurrency'>,
): L[] {
  return lines.map((line) => {
    const { taxCode, amountIs, taxAdjustment, ...said } = line;
    const name = taxCode?.trim().toLowerCase();
    const code = name ? taxCodes?.find((taxCode) => taxCode.code.toLowerCase() === name) : undefined;
    const rate = code && taxRateOn(code, date);
    const side = line.debit?.trim() ? 'debit' : 'credit';
    const [amount, adjustment] = [line[side], taxAdjustment].map((text) =>
      safeParseAmount(text?.trim() || '0', baseCurrency),
    );
    if (!rate || !amount?.ok || !adjustment?.ok || amount.amount === 0) return line;
    const isTurned = TAX_SIDES[code.side].lineStandsOn !== side;
    const turned = (amount: Minor): Minor => (isTurned ? negated(amount) : amount);
    const own = {
      amount: turned(amount.amount),
      isGross: amountIs === 'gross',
      adjustment: turned(adjustment.amount),
    };
    const [taxed] = taxAmounts(rate, code.side, 'line', [own]);
    const gross = formatAmount(turned(taxed?.gross ?? own.amount), baseCurrency);
    return { ...said, taxCode, [side]: gross, amountIs: 'gross' } as unknown as L;
  });
}
