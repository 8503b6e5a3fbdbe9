import { isTemporary, type AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { dayBefore, earlierOf, laterOf, type CivilDate } from '../dates/civil-date.js';
import type { LedgerFlow } from '../ledger/ledger-flow.js';
import { minor, type Minor } from '../money/minor.js';
import { fiscalYearBegin, type BooksCalendar } from '../organisations/books-calendar.js';
import type { RowFact, TakeOnBooks } from './take-on-row.js';

/** What a row says of an account at an earlier date. Nothing of it is posted. */
export interface HistoryFact extends RowFact {
  readonly account: AccountId;
  /** Its balance at the end of the date; undefined if only its movement is told. Minor units, debit positive. */
  readonly balance?: Minor;
  /** What it moved by since the date before; minor units, debit positive. */
  readonly moved?: Minor;
}

/** What stood in the old books at the end of a date: revenue and expense since the fiscal year's first day. */
export interface OldBalances {
  readonly date: CivilDate;
  readonly rows: number;
  /** Minor units by account, debit positive; accounts without a balance are absent. */
  readonly balances: ReadonlyMap<AccountId, Minor>;
  /** Rows whose movement does not lead from the date before to the balance beside it, and what it leads to. */
  readonly mismatched: readonly { readonly row: number; readonly expected: Minor }[];
}

/**
 * The balances of earlier dates, the earliest first. A date whose rows all tell movements goes on from the date before;
 * at any other date an account without a row stood at zero. Revenue and expense begin at zero with each fiscal year.
 *
 * @example oldBalances([{date: d('2025-12-31'), account: cash, balance: minor(500), …}], on)[0].balances.get(cash) // → 500
 */
export function oldBalances(facts: readonly HistoryFact[], on: TakeOnBooks): OldBalances[] {
  const byDate = new Map<CivilDate, HistoryFact[]>();
  for (const fact of facts) byDate.set(fact.date, [...(byDate.get(fact.date) ?? []), fact]);
  let before: OldBalances | undefined;
  return [...byDate]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([date, rows]): OldBalances => {
      before = atDate(date, rows, before, on);
      return before;
    });
}

function atDate(
  date: CivilDate,
  facts: readonly HistoryFact[],
  before: OldBalances | undefined,
  { books: { chart, calendar } }: TakeOnBooks,
): OldBalances {
  const isNewYear = before !== undefined && before.date < fiscalYearBegin(calendar, date);
  const carried = new Map(
    [...(before?.balances ?? [])].filter(([id]) => !isNewYear || !isTemporary(accountIn(chart, id))),
  );
  const tellsBalances = facts.some(({ balance }) => balance !== undefined);
  const balances = tellsBalances ? new Map<AccountId, Minor>() : new Map(carried);
  const mismatched: { row: number; expected: Minor }[] = [];
  for (const { row, account, balance, moved } of facts) {
    const expected = minor((carried.get(account) ?? 0) + (moved ?? 0));
    if (before && balance !== undefined && moved !== undefined && expected !== balance)
      mismatched.push({ row, expected });
    const held = tellsBalances ? (balances.get(account) ?? 0) : 0;
    balances.set(account, minor(held + (balance ?? expected)));
  }
  return { date, rows: facts.length, balances: withoutZeros(balances), mismatched };
}

/**
 * All that a take-on tells of earlier dates: the rows of earlier years, and the revenue and expense that an old trial
 * balance still holds, where no row tells of its date.
 *
 * @param opening the rows of the old trial balance
 */
export function toldHistory(
  facts: readonly HistoryFact[],
  opening: readonly RowFact[],
  { books: { chart }, changeover }: TakeOnBooks,
): HistoryFact[] {
  if (facts.some(({ date }) => date === changeover)) return [...facts];
  const results = opening.flatMap(({ row, lines }) =>
    lines
      .filter(({ account }) => isTemporary(accountIn(chart, account)))
      .map(({ account, amount }): HistoryFact => ({ row, date: changeover, account, balance: amount, lines: [] })),
  );
  return [...facts, ...results];
}

/** An account whose balance at the changeover date, by the earlier years, is not the one that was taken on. */
export interface OpeningDifference {
  readonly account: AccountId;
  /** Minor units, debit positive. */
  readonly history: Minor;
  readonly trialBalance: Minor;
}

/**
 * Where earlier years do not lead to the opening balances: their balances at the changeover date against the old trial
 * balance. If the year has been closed in the one and not in the other, equity and result are not compared.
 *
 * @returns nothing if either has nothing at the changeover date
 */
export function openingDifferences(
  old: readonly OldBalances[],
  opening: readonly RowFact[],
  { books: { chart }, changeover }: TakeOnBooks,
): OpeningDifference[] {
  const last = old.find(({ date }) => date === changeover);
  if (!last || opening.length === 0) return [];
  const taken = new Map<AccountId, Minor>();
  for (const { lines } of opening) {
    for (const { account, amount } of lines) taken.set(account, minor((taken.get(account) ?? 0) + amount));
  }
  const isClosed = (balances: ReadonlyMap<AccountId, Minor>): boolean =>
    ![...withoutZeros(balances).keys()].some((id) => isTemporary(accountIn(chart, id)));
  const comparesAll = isClosed(last.balances) === isClosed(taken);
  return chart.accounts
    .filter((account) => comparesAll || (account.element !== 'equity' && !isTemporary(account)))
    .map(({ id }) => ({
      account: id,
      history: last.balances.get(id) ?? minor(0),
      trialBalance: taken.get(id) ?? minor(0),
    }))
    .filter(({ history, trialBalance }) => history !== trialBalance);
}

/** The balances brought in for an earlier date, as they add up. */
export interface HistoryDate {
  readonly date: CivilDate;
  readonly rows: number;
  /** Minor units. */
  readonly debit: Minor;
  readonly credit: Minor;
  /** Debits less credits: each date balances by itself. */
  readonly outBy: Minor;
  /** Accounts that differ from the old trial balance; only at the changeover date. */
  readonly differing?: number;
}

/** How the balances of earlier dates add up, the latest first. */
export function historyDates(
  facts: readonly HistoryFact[],
  opening: readonly RowFact[],
  on: TakeOnBooks,
): HistoryDate[] {
  const old = oldBalances(facts, on);
  return old
    .map(({ date, rows, balances }): HistoryDate => {
      let [debit, credit] = [0, 0];
      for (const amount of balances.values()) {
        if (amount > 0) debit += amount;
        else credit -= amount;
      }
      return {
        date,
        rows,
        debit: minor(debit),
        credit: minor(credit),
        outBy: minor(debit - credit),
        ...(date === on.changeover &&
          opening.length > 0 && { differing: openingDifferences(old, opening, on).length }),
      };
    })
    .reverse();
}

/** Flows, or the first date at which the old books have no balances. */
export type FlowsFound =
  | { readonly flows: readonly LedgerFlow[]; readonly missing?: never }
  | { readonly flows?: never; readonly missing: CivilDate };

/**
 * What revenue and expense received in a span of the old books: their balances at its end less those at the end of the
 * day before it, year by year.
 *
 * @example flowsInOldBooks(old, chart, calendar, d('2025-01-01'), d('2025-12-31'))
 */
export function flowsInOldBooks(
  old: readonly OldBalances[],
  chart: Chart,
  calendar: BooksCalendar,
  from: CivilDate,
  to: CivilDate,
): FlowsFound {
  const flows: LedgerFlow[] = [];
  for (let last = to; last >= from;) {
    const first = laterOf(from, fiscalYearBegin(calendar, last));
    const end = positionInOldBooks(old, last);
    if (!end) return { missing: last };
    flows.push(...temporaryFlows(end, chart, 1));
    if (first > fiscalYearBegin(calendar, last)) {
      const start = positionInOldBooks(old, dayBefore(first));
      if (!start) return { missing: dayBefore(first) };
      flows.push(...temporaryFlows(start, chart, -1));
    }
    last = dayBefore(earlierOf(first, last));
  }
  return { flows };
}

/** The balances at the end of a date, if the old books have them. */
export function positionInOldBooks(old: readonly OldBalances[], date: CivilDate): OldBalances | undefined {
  return old.find((oldBalances) => oldBalances.date === date);
}

/** Balances as flows, so that statements can be drawn of them. @returns those of `temporary` accounts, or the others */
export function flowsOfBalances({ balances }: OldBalances, chart: Chart, temporary: boolean): LedgerFlow[] {
  return [...balances]
    .filter(([account]) => isTemporary(accountIn(chart, account)) === temporary)
    .map(([account, amount]) => ({ account, stage: 'ordinary', amount }));
}

function temporaryFlows(old: OldBalances, chart: Chart, sign: 1 | -1): LedgerFlow[] {
  return flowsOfBalances(old, chart, true).map((flow) => ({ ...flow, amount: minor(sign * flow.amount) }));
}

function withoutZeros(balances: ReadonlyMap<AccountId, Minor>): Map<AccountId, Minor> {
  return new Map([...balances].filter(([, amount]) => amount !== 0));
}
