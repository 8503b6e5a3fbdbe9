import { accountTitle, type Account } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import { isCivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import { isPercent, parsePercent } from '../money/percent.js';
import { isPlainText } from '../problems/plain-text.js';
import { problem, refused, valid, type Checked, type Problem } from '../problems/problem.js';
import {
  TAX_ROUNDINGS,
  TAX_SIDES,
  isShort,
  sharesOf,
  taxOnTop,
  wholeOf,
  type TaxCode,
  type TaxPart,
  type TaxRate,
  type TaxRounding,
  type TaxSide,
} from './tax-code.js';

/** A part of a tax as somebody proposes it. */
export interface ProposedTaxPart {
  /** Per cent. */
  readonly rate: string;
  /** Per cent; all of it if left out. */
  readonly share?: string | undefined;
  readonly side: string;
  /** The number of an account; the line's own if left out. */
  readonly account?: string | undefined;
}

/** What a tax code takes from a day on, as somebody proposes it. */
export interface ProposedTaxRate {
  readonly from?: string | undefined;
  readonly parts: readonly ProposedTaxPart[];
}

/** A tax code as somebody proposes it. */
export interface ProposedTaxCode {
  readonly code: string;
  readonly name: string;
  readonly side: string;
  readonly rounding?: string | undefined;
  readonly active?: boolean | undefined;
  readonly rates: readonly ProposedTaxRate[];
}

/**
 * Checks a tax code against the chart and the others of its organisation. Its rates are put in the order of their days.
 *
 * @param id of the code as it stands now; left out for a new one
 * @returns the code, or every problem at its path (`rates.0.parts.1.account`)
 */
export function checkTaxCode(
  proposed: ProposedTaxCode,
  others: readonly TaxCode[],
  chart: Chart,
  id?: number,
): Checked<Omit<TaxCode, 'id'>> {
  const problems: Problem[] = [];
  const report = (code: string, path: string, message: string): void =>
    void problems.push(problem(code, path, message));
  const [code, name] = [proposed.code.trim(), proposed.name.trim()];
  if (!/^[\p{L}\p{N}][\p{L}\p{N}%.,_/-]{0,11}$/u.test(code)) {
    report('tax-code', 'code', 'A tax code is up to 12 letters or digits, without spaces.');
  } else if (others.some((other) => other.id !== id && other.code.toLowerCase() === code.toLowerCase())) {
    report('tax-code-taken', 'code', `There is already a tax code ${code}.`);
  }
  if (name === '') report('tax-code-name-missing', 'name', 'A tax code needs a name.');
  else if (!isPlainText(name, 80)) report('tax-code-name', 'name', 'The name is up to 80 characters on one line.');
  const side = proposed.side as TaxSide;
  if (!Object.hasOwn(TAX_SIDES, side)) report('tax-side', 'side', 'A tax code is for sales or for purchases.');
  const rounding = (proposed.rounding ?? 'line') as TaxRounding;
  if (!Object.hasOwn(TAX_ROUNDINGS, rounding)) {
    report('tax-rounding', 'rounding', 'Tax is rounded on each line or once on the document.');
  }
  if (proposed.rates.length === 0) report('tax-rates-missing', 'rates', 'Say what the code takes, and from when.');
  const rates = proposed.rates.map((rate, index) => readRate(rate, `rates.${index}`, side, chart, problems));
  rates.forEach(({ from }, index) => {
    const duplicate = rates.findIndex((other) => other.from === from);
    if (duplicate < index) {
      const when = from ? `from ${longDate(from)}` : 'from the beginning';
      report('tax-rate-twice', `rates.${index}.from`, `There is already a rate ${when}.`);
    }
  });
  if (problems.length > 0) return refused(problems);
  const inOrder = [...rates].sort((a, b) => (a.from ?? '').localeCompare(b.from ?? ''));
  return valid({ code, name, side, rounding, active: proposed.active ?? true, rates: inOrder });
}

function readRate(
  proposed: ProposedTaxRate,
  path: string,
  side: TaxSide,
  chart: Chart,
  problems: Problem[],
): TaxRate {
  const before = problems.length;
  const from = proposed.from?.trim();
  if (from && !isCivilDate(from)) {
    problems.push(problem('not-a-date', `${path}.from`, `“${from}” is not a date.`));
  }
  const parts = proposed.parts.map((part, index) => readPart(part, `${path}.parts.${index}`, chart, problems));
  const rate: TaxRate = { ...(from && isCivilDate(from) && { from }), parts };
  if (problems.length > before || !Object.hasOwn(TAX_SIDES, side)) return rate;
  for (const shares of sharesOf(parts)) {
    const whole = wholeOf(shares);
    if (isShort(shares) || whole.greaterThan(100)) {
      const [{ rate: per, side: on }] = shares;
      const message = `The shares of the ${per} % in ${on} come to ${whole.toFixed()} %, not 100. What is not reclaimed goes into the cost.`;
      const last = parts.lastIndexOf(shares.at(-1) as TaxPart);
      problems.push(problem('tax-shares', `${path}.parts.${last}.share`, message));
    }
  }
  if (taxOnTop(rate, side).lessThanOrEqualTo(-1)) {
    problems.push(problem('tax-swallows', `${path}.parts.0.rate`, 'The tax would be the whole amount.'));
  }
  return rate;
}

function readPart(proposed: ProposedTaxPart, path: string, chart: Chart, problems: Problem[]): TaxPart {
  const report = (code: string, field: string, message: string): void =>
    void problems.push(problem(code, `${path}.${field}`, message));
  const percent = (text: string, field: string): TaxPart['rate'] => {
    const trimmed = text.trim().replace(/\s*%$/, '');
    if (isPercent(trimmed)) return trimmed;
    report('not-a-percentage', field, `“${text}” is not a percentage such as 17.5.`);
    return parsePercent('0');
  };
  const rate = percent(proposed.rate, 'rate');
  const share = percent(proposed.share?.trim() || '100', 'share');
  if (/^0+(\.0+)?$/.test(share)) report('tax-share', 'share', 'A share is above 0.');
  const side = proposed.side === 'credit' ? 'credit' : 'debit';
  if (proposed.side !== side) report('tax-part-side', 'side', 'The side is debit or credit.');
  const number = proposed.account?.trim();
  const account = number ? chart.byNumber.get(number) : undefined;
  if (number && !account) report('account-unknown', 'account', `There is no account ${number}.`);
  const unfit = account && unfitForTax(account, chart);
  if (unfit) report('tax-account', 'account', unfit);
  return { rate, share, side, ...(account && { account: account.id }) };
}

function unfitForTax(account: Account, chart: Chart): string | undefined {
  const title = accountTitle(account);
  if (chart.headings.has(account.id)) return `${title} is a heading; choose an account under it.`;
  if (!account.active) return `${title} is retired and takes no new entries.`;
  if (account.element === 'equity') return `${title} is equity; tax is owed, to be reclaimed, or a cost.`;
  if (account.control) return `${title} is a control account: its lines name a contact, those of tax do not.`;
  if (account.currency) return `${title} is kept in ${account.currency}; tax is kept in the currency of the books.`;
  return undefined;
}
