import type { Account, AccountId } from '../accounts/account.js';
import { accountIn } from '../accounts/chart.js';
import { yearBefore, type CivilDate } from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import type { Finding } from './finding.js';
import { outOfSeries, paperNumbers } from './paper-numbers.js';
import type { ReviewBasis, ReviewedAmount } from './review-basis.js';
import { isWritten, type ReviewedEntry } from './reviewed-entry.js';
import { SettledDocuments } from './settled-documents.js';
import { belowZero, notAtZero, onUnusualSide, reduces, standsLong, type YearOnAccount } from './unusual-balances.js';
import {
  onDaysWithoutWork,
  postedLate,
  sameEntries,
  sameOnOtherDays,
  type WrittenEntry,
  writtenEntry,
} from './unusual-entries.js';
import { missingMonths, monthsOf, twiceInMonth } from './unusual-months.js';
import { onOtherSide } from './unusual-sides.js';
import { bySide, differing, farOut, roundAmounts } from './unusual-sizes.js';

/**
 * The second pair of eyes: what an auditor would ask about some days of the books, computed from the entries of these
 * days and of the year before them. It is given the entries one by one and keeps only what it needs of them.
 *
 * Nothing here is a mistake by itself: each finding names its evidence and is either mended or looked at, with a reason.
 *
 * @example
 * const review = new Review({ chart, from, to, firstDay, balancesAt, unit: 100 });
 * for (const entry of entries) review.add(entry);
 * review.findings() // → [{ type: 'far-out', title: '6100 Rent: far out of what is usual', … }]
 */
export class Review {
  private readonly amounts = new Map<AccountId, ReviewedAmount[]>();
  private readonly written: WrittenEntry[] = [];
  private readonly cash = new Map<AccountId, Map<CivilDate, number>>();
  private readonly years = new Map<AccountId, { -readonly [Key in keyof YearOnAccount]: YearOnAccount[Key] }>();
  private readonly used = new Set<AccountId>();
  private readonly documents: SettledDocuments;
  private readonly aYearAgo: CivilDate;

  /** @param basis with how many minor units one of the currency has */
  constructor(private readonly basis: ReviewBasis & { readonly unit: number }) {
    this.aYearAgo = yearBefore(basis.to);
    this.documents = new SettledDocuments(basis.chart);
  }

  /** Takes an entry in, dated no later than the last day of the review; earlier ones are history. In the order of posting. */
  add(entry: ReviewedEntry): void {
    const isWithin = entry.date >= this.basis.from;
    this.documents.add(entry);
    for (const { account: id, amount } of entry.lines) {
      const account = accountIn(this.basis.chart, id);
      this.used.add(id);
      if (account.role === 'cash') this.addCash(id, entry.date, amount);
      if (entry.date > this.aYearAgo && entry.kind !== 'closing') this.addToYear(account, minor(amount));
    }
    if (!entry.stands || entry.kind === 'opening' || entry.kind === 'closing') return;
    const isAsked = isWithin && isWritten(entry);
    if (isWritten(entry)) this.written.push(writtenEntry(entry, isWithin));
    for (const { account: id, amount } of entry.lines) {
      const account = accountIn(this.basis.chart, id);
      if (amount === 0 || !hasHabits(account)) continue;
      const held = this.amounts.get(id) ?? [];
      if (held.length === 0) this.amounts.set(id, held);
      held.push({
        account,
        side: amount > 0 ? 'debit' : 'credit',
        amount: minor(Math.abs(amount)),
        place: entry.place,
        number: entry.number,
        date: entry.date,
        isAsked,
      });
    }
  }

  private addToYear(account: Account, amount: Minor): void {
    const year = this.years.get(account.id) ?? { reduced: 0, additions: 0 };
    this.years.set(account.id, year);
    if (reduces(account, amount)) year.reduced += Math.abs(amount);
    else year.additions += 1;
  }

  private addCash(id: AccountId, date: CivilDate, amount: number): void {
    const days = this.cash.get(id) ?? new Map<CivilDate, number>();
    this.cash.set(id, days);
    days.set(date, (days.get(date) ?? 0) + amount);
  }

  /** What was found, balances first, then accounts, then entries. */
  findings(): Finding[] {
    const { basis } = this;
    const { chart } = basis;
    const accounts = [...this.amounts]
      .map(([id, amounts]) => ({
        ...{ account: accountIn(chart, id), amounts },
        ...{ months: monthsOf(basis, amounts), sides: bySide(amounts) },
      }))
      .sort((a, b) => (a.account.number < b.account.number ? -1 : 1));
    return [
      ...onUnusualSide(basis),
      ...notAtZero(basis),
      ...belowZero(basis, this.cash),
      ...standsLong(basis, this.years),
      ...outOfSeries(chart, this.used),
      ...missingMonths(accounts),
      ...accounts.flatMap((account) => [
        ...twiceInMonth(account),
        ...onOtherSide(account.amounts),
        ...account.sides.flatMap((side) => [...differing(side), ...roundAmounts(side, basis.unit)]),
      ]),
      ...farOut(accounts.flatMap(({ sides }) => sides)),
      ...sameEntries(this.written, chart),
      ...sameOnOtherDays(this.written, chart, basis.unit),
      ...paperNumbers(this.written, chart),
      ...this.documents.findings(basis.to),
      ...onDaysWithoutWork(this.written),
      ...postedLate(this.written),
    ];
  }
}

/** Whether an account has amounts of its own kind: through a bank goes everything, and what is owed differs by contact. */
function hasHabits({ role, control }: Account): boolean {
  return role !== 'cash' && control === undefined;
}
