import { keysOf } from '../keyed/keyed.js';
import { AGES, type Age } from '../open-items/aged-balances.js';
import { safeParseAmount } from '../money/amount.js';
import { type CurrencyCode, exponentOf } from '../money/currency.js';
import { minor, type Minor } from '../money/minor.js';
import { isPercent, type Percent } from '../money/percent.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import { isPlainText } from '../problems/plain-text.js';
import { problem, type Checked, type Problem, refused, valid } from '../problems/problem.js';
import type { AgePercents, TargetRule } from './target.js';

/** One step of a reckoning: of what, how much, and what that makes; amounts in minor units. */
export interface ReckonedRow {
  readonly what: string;
  /** Counted: how many, and what one costs; plain decimals. */
  readonly quantity?: string | undefined;
  readonly cost?: string | undefined;
  /** Of an amount, a percentage. */
  readonly of?: Minor | undefined;
  readonly percent?: string | undefined;
  readonly amount: Minor;
}

/** How it was found where an account is to stand, and what brings it there; minor units, on its normal side. */
export interface Reckoning {
  readonly by: TargetRule;
  readonly rows: readonly ReckonedRow[];
  readonly target: Minor;
  readonly standing: Minor;
  readonly change: Minor;
}

/** The most rows a count may have. */
export const MOST_COUNTED = 5_000;

/**
 * What brings an account from where it stands to the sum of some rows.
 *
 * @param standing minor units, on the account’s normal side
 * @example reckoned('count', [{what: 'Casks', amount: minor(90000)}], minor(100000)) // → {target: 90000, change: -10000, …}
 */
export function reckoned(by: TargetRule, rows: readonly ReckonedRow[], standing: Minor): Reckoning {
  const target = minor(rows.reduce((sum, { amount }) => sum + amount, 0));
  return { by, rows, target, standing, change: minor(target - standing) };
}

/** An item that was counted, as it comes from outside: plain decimals. */
export interface CountedItem {
  readonly item: string;
  readonly quantity: string;
  readonly cost: string;
}

/**
 * Reads a count of stock: of each item quantity times the cost of one, rounded once.
 *
 * @returns problems at `0.quantity` and the like; no item counted is refused
 * @example readCount([{item: 'Casks', quantity: '2.5', cost: '30'}], eur) // → one row of 75.00
 */
export function readCount(items: readonly CountedItem[], currency: CurrencyCode): Checked<ReckonedRow[]> {
  const problems: Problem[] = [];
  if (items.length === 0) problems.push(problem('count-missing', '', 'Say what was counted.'));
  if (items.length > MOST_COUNTED) {
    const most = MOST_COUNTED.toLocaleString('en');
    return refused([problem('too-many', '', `A count has ${most} items at most.`)]);
  }
  const unit = new Exact(10).pow(exponentOf(currency));
  const rows = items.map(({ item, quantity, cost }, index): ReckonedRow => {
    const what = item.trim();
    if (what === '' || !isPlainText(what, 120)) {
      problems.push(problem('text', `${index}.item`, 'An item is named by 1 to 120 characters on one line.'));
    }
    const said = { quantity: quantity.trim(), cost: cost.trim() };
    for (const field of ['quantity', 'cost'] as const) {
      if (!isMeasure(said[field])) {
        const message = `“${said[field]}” is no ${field === 'cost' ? 'cost' : 'quantity'}: a number such as 12 or 12.5.`;
        problems.push(problem('not-a-number', `${index}.${field}`, message));
      }
    }
    if (!isMeasure(said.quantity) || !isMeasure(said.cost)) return { what, amount: minor(0) };
    const exact = new Exact(said.quantity).times(said.cost).times(unit);
    if (exact.abs().greaterThan(Number.MAX_SAFE_INTEGER / items.length)) {
      problems.push(problem('amount-too-large', `${index}.cost`, 'That is more than can be kept.'));
      return { what, amount: minor(0) };
    }
    return { what, ...said, amount: roundHalfAwayFromZero(exact) };
  });
  return problems.length > 0 ? refused(problems) : valid(rows);
}

/** Whether a text is a quantity or a cost: a plain decimal, never below nothing. */
function isMeasure(text: string): boolean {
  return /^\d{1,12}(\.\d{1,6})?$/.test(text);
}

/** A document of which more or less is doubtful than its age says. */
export interface DoubtedDocument {
  readonly what: string;
  readonly age: Age;
  /** What is open of it; minor units, debit positive. */
  readonly open: Minor;
  readonly percent: Percent;
}

/**
 * The allowance for what is not expected to come: of what is open of each age, a percentage, each rounded by itself; and
 * of documents that were looked at one by one, their own (a provision matrix: IFRS 9, B5.5.35). What is open of an age
 * counts without those documents, and never below nothing: what is owed to some makes nothing safer of others.
 *
 * @param ages what is open, by age; minor units, debit positive
 * @example allowanceRows(ages, percents, [])
 */
export function allowanceRows(
  ages: Readonly<Record<Age, number>>,
  percents: AgePercents,
  documents: readonly DoubtedDocument[],
): ReckonedRow[] {
  const own = documents.map(({ what, open, percent }) => shareRow(what, minor(Math.max(open, 0)), percent));
  const byAge = keysOf(AGES).map((age) => {
    const apart = documents.filter((document) => document.age === age).reduce((sum, { open }) => sum + open, 0);
    const what = apart === 0 ? AGES[age] : `${AGES[age]}, the rest`;
    return shareRow(what, minor(Math.max(ages[age] - apart, 0)), percents[age]);
  });
  return [...byAge, ...own];
}

/**
 * What a tax takes of the result of the year so far, before that tax: nothing of a loss.
 *
 * @param result what revenue is more than expense since the fiscal year began, the tax itself left out; minor units
 * @example resultRow(minor(100000), parsePercent('25')).amount // → 25000
 */
export function resultRow(result: Minor, percent: Percent): ReckonedRow {
  return shareRow('Result of the year so far, before it', result, percent, minor(Math.max(result, 0)));
}

function shareRow(what: string, amount: Minor, percent: Percent, base: Minor = amount): ReckonedRow {
  return { what, of: amount, percent, amount: roundHalfAwayFromZero(new Exact(base).times(percent).dividedBy(100)) };
}

/** Reads a percentage that was said of one document. */
export function readDoubt(text: string, path: string): Checked<Percent> {
  const said = text.trim();
  if (isPercent(said) && Number(said) <= 100) return valid(said);
  return refused([problem('not-a-percentage', path, 'A percentage from 0 to 100, such as 50 or 12.5.')]);
}

/** Reads an amount that was counted in one sum. */
export function readCountedSum(text: string, currency: CurrencyCode): Checked<ReckonedRow[]> {
  const read = safeParseAmount(text.trim(), currency);
  if (read.ok && read.amount >= 0) return valid([{ what: 'Counted', amount: minor(read.amount) }]);
  return refused([problem('not-an-amount', '', text.trim() ? `“${text}” is no amount.` : 'Say what was counted.')]);
}
