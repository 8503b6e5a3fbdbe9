import type { AccountResponse } from '@just-ledger/contract';
import {
  add,
  type BooksCalendar,
  type CivilDate,
  type DatedAmount,
  fiscalYearOf,
  isTemporary,
  jointChanges,
  minor,
  type Minor,
  yearName,
  ZERO,
} from '@just-ledger/core';
import type { ReactNode } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { displayed } from '../../ui/own-ways.js';
import { EffectFigures } from './effect-figures.js';
import { useTaxes } from '../tax-codes/use-taxes.js';
import type { EntryForm } from './entry-form.js';
import { postedAmounts, taxOfForm } from './form-tax.js';

/** What an amount on an account comes from: the place of its line, counted from 1; none for the one being typed. */
interface PlacedAmount extends DatedAmount {
  readonly line: number | undefined;
}

/** An entry of a set, with its date once that can be read. */
export interface EntryOfSet {
  readonly form: EntryForm;
  readonly date: CivilDate | undefined;
  /** The place of its line, counted from 1, where its accounts are to say so. */
  readonly line?: number | undefined;
}

/** What a set of entries would do together, at the date of the latest: each account with the lines that move it. */
export function JointEffect({
  entries,
  accounts,
  lead,
}: {
  entries: readonly EntryOfSet[];
  accounts: readonly AccountResponse[];
  /** What stands above the heading. */
  lead?: ReactNode;
}) {
  const { currency, calendar } = useBooks();
  const taxes = useTaxes();
  const amounts = entries.flatMap(({ form, date, line }): PlacedAmount[] => {
    if (!date) return [];
    return postedAmounts(form, taxOfForm(form, currency, date, taxes)).map(({ account, amount }) => ({
      account,
      date,
      amount,
      line,
    }));
  });
  const dates = amounts.map(({ date }) => date).sort();
  const date = dates.at(-1);
  const byNumber = new Map(accounts.map((account) => [account.number, account]));
  const isOfItsYear = (number: string): boolean => {
    const account = byNumber.get(number);
    return account !== undefined && isTemporary(kindOf(account));
  };
  const begins = date && (date < calendar.firstDay ? date : fiscalYearOf(calendar, date).first);
  const changes = begins ? jointChanges(amounts, begins, isOfItsYear) : new Map<string, Minor>();
  const linesOf = (number: string): string | undefined => {
    const lines = new Set(
      amounts.flatMap((amount) => (amount.account === number && amount.line ? [amount.line] : [])),
    );
    return lines.size === 0 ? undefined : placesTold([...lines]);
  };
  const count = entries.length;
  const title = count < 2 ? 'Effect if posted' : `Effect of all ${count}`;
  return (
    <EffectFigures
      title={title}
      posted={{ date, kind: entries.at(-1)?.form.kind ?? 'ordinary', changes, named: new Map() }}
      accounts={accounts}
      currency={currency}
      asideOf={linesOf}
      lead={lead}
    >
      {earlierResults(amounts, begins, calendar, byNumber).map(([year, amount]) => (
        <p key={year} className="small brass">
          The result of {year} changes by {displayed(amount, currency)} as well.
        </p>
      ))}
    </EffectFigures>
  );
}

/** So many runs of lines are told one by one. */
const MOST_RUNS = 6;

/** Places of lines in words, runs of them together. @example placesTold([1, 3, 4, 5]) // → 'lines 1, 3–5' */
export function placesTold(places: readonly number[]): string {
  const runs: [first: number, last: number][] = [];
  for (const index of places) {
    const run = runs.at(-1);
    if (run?.[1] === index - 1) run[1] = index;
    else runs.push([index, index]);
  }
  if (runs.length > MOST_RUNS) return `${places.length} lines`;
  const written = runs.map(([first, last]) =>
    first === last ? first : last === first + 1 ? `${first}, ${last}` : `${first}–${last}`,
  );
  return `${places.length === 1 ? 'line' : 'lines'} ${written.join(', ')}`;
}

/** What lines of years before the one at hand do to the results of these, which the figures do not show. */
function earlierResults(
  all: readonly DatedAmount[],
  begins: CivilDate | undefined,
  calendar: BooksCalendar,
  chart: ReadonlyMap<string, AccountResponse>,
): [string, Minor][] {
  const results = new Map<string, Minor>();
  for (const { account, date, amount } of all) {
    const element = chart.get(account)?.element;
    if (!begins || date >= begins || (element !== 'revenue' && element !== 'expense')) continue;
    const year = date < calendar.firstDay ? 'before these books' : yearName(fiscalYearOf(calendar, date));
    results.set(year, add(results.get(year) ?? ZERO, minor(-amount)));
  }
  return [...results];
}

function kindOf({ element, role }: AccountResponse): Parameters<typeof isTemporary>[0] {
  return { element, ...(role !== null && { role }) };
}
