import { isCivilDate, type CivilDate } from '../dates/civil-date.js';
import type { CurrencyCode } from '../money/currency.js';
import { isRate, type RateQuote } from '../money/rate.js';
import { problem, refused, valid, type Checked, type Problem } from '../problems/problem.js';
import type { ExchangeRate } from './exchange-rate.js';

/** The columns of a file of rates: base units for one foreign unit, or foreign units for one base unit. */
export const RATE_COLUMNS = ['currency', 'date', 'rate', 'rate_per_base'] as const;

/** One column of a file of rates. */
export type RateColumn = (typeof RATE_COLUMNS)[number];

/** A rate as somebody proposes it. */
export interface ProposedRate {
  readonly date: string;
  readonly rate?: string | undefined;
  readonly ratePerBase?: string | undefined;
}

/** Reads the day and the rate, which is given one way only. Problems stand at `date`, `rate`, `ratePerBase`. */
export function checkRate(proposed: ProposedRate): Checked<{ date: CivilDate; quote: RateQuote }> {
  const problems: Problem[] = [];
  const date = proposed.date.trim();
  if (!isCivilDate(date)) problems.push(problem('not-a-date', 'date', `“${date}” is not a date.`));
  const [rate, perBase] = [proposed.rate?.trim() ?? '', proposed.ratePerBase?.trim() ?? ''];
  const field = rate === '' && perBase !== '' ? 'ratePerBase' : 'rate';
  const text = rate || perBase;
  if (rate && perBase) problems.push(problem('two-rates', 'ratePerBase', 'Give the rate one way only.'));
  else if (!text) problems.push(problem('rate-missing', 'rate', 'Enter the rate.'));
  if (text && !isRate(text)) {
    problems.push(problem('not-a-rate', field, `“${text}” is not a rate above zero, such as 1.0845.`));
  }
  if (problems.length > 0 || !isCivilDate(date) || !isRate(text)) return refused(problems);
  return valid({ date, quote: field === 'rate' ? { rate: text } : { ratePerBase: text } });
}

/**
 * Reads a row of a file of rates.
 *
 * @param kept the currencies that the books know rates of
 */
export function rateFromRow(
  row: { readonly line: number; readonly cells: Readonly<Partial<Record<RateColumn, string>>> },
  kept: ReadonlySet<CurrencyCode>,
): Checked<ExchangeRate> {
  const currency = (row.cells.currency ?? '').trim().toUpperCase() as CurrencyCode;
  const read = checkRate({
    date: row.cells.date ?? '',
    rate: row.cells.rate,
    ratePerBase: row.cells.rate_per_base,
  });
  const problems = read.ok ? [] : read.problems.map((found) => ({ ...found, path: pathAt(row.line, found.path) }));
  if (!kept.has(currency)) {
    const message = currency ? `${currency} is not among the currencies; add it first.` : 'Which currency?';
    problems.unshift(problem('currency-unknown', pathAt(row.line, 'currency'), message));
  }
  return read.ok && problems.length === 0 ? valid({ currency, ...read.value }) : refused(problems);
}

/** Rates as the rows of their file, in the order of {@link RATE_COLUMNS}. */
export function rateRows(rates: readonly ExchangeRate[]): string[][] {
  return rates.map(({ currency, date, quote }) => [
    currency,
    date,
    'rate' in quote ? quote.rate : '',
    'rate' in quote ? '' : quote.ratePerBase,
  ]);
}

function pathAt(line: number, field: string): string {
  return `rows.${line}.${field === 'ratePerBase' ? 'rate_per_base' : field}`;
}
