import type { EntryLineRequest, EntryRequest } from '@just-ledger/contract';
import {
  type Account,
  accountDetail,
  type AssetOnAccounts,
  changeoverOf,
  type CivilDate,
  civilDate,
  debitsOf,
  entryNumber,
  formatAmount,
  grossLines,
  inProportion,
  minor,
  monthsApart,
  normalBalanceOf,
  type Occasion,
  type Occurrence,
  occurrenceLines,
  occurrences,
  readRecurringAmounts,
  type Reckoning,
  type RecurringAmounts,
  reversalDay,
  safeParseAmount,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { laterLines } from '../account-detail/later-lines.js';
import { readSomeTrays } from '../account-detail/tray-rows.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';
import { type DateAsked, type FactsOfDate, figureOf, interestAt, reckoningAt } from './occurrence-figures.js';
import { postedLines } from './posted-lines.js';
import {
  entryOfVersion,
  type RecurringJournal,
  settledOf,
  termsOfVersion,
  type VersionRow,
  versionOf,
} from './recurring-store.js';

/** The last day that any schedule reaches. */
const FAR = civilDate(2899, 12, 31);

/** What this one comes to instead of what was proposed, or what is known of it only. */
export interface OtherAmounts extends FactsOfDate {
  readonly amount?: string | undefined;
  readonly change?: string | undefined;
  readonly lines?: readonly EntryLineRequest[] | undefined;
}

/** The entry that a date would post, and how it was found what an account is brought to, where one is. */
export interface ProposedPosting {
  readonly entry: EntryRequest;
  readonly reckoning: Reckoning | undefined;
  /** Whether something has to be counted first. */
  readonly isToBeCounted: boolean;
}

/** The entry that a date would post, as the books stand. One that comes to nothing has no lines. */
export function proposedPosting(
  db: Db,
  organisation: Organisation,
  journal: RecurringJournal,
  occurrence: Occurrence,
  other: OtherAmounts = {},
): ProposedPosting {
  const version = versionOf(journal, occurrence);
  const { lines: kept, ...said } = entryOfVersion(db, version);
  const amounts = amountsOfVersion(db, organisation, version);
  const target = amounts.source === 'target' && other.lines === undefined ? amounts.target : undefined;
  const reckoning = target && reckoningAt({ db, organisation, journal, occurrence }, target, other);
  const lines = other.lines ?? proposedLines(db, organisation, journal, occurrence, { amounts, kept, reckoning });
  const entry = {
    ...said,
    date: occurrence.date,
    ...(version.reverses !== null && { reversesOn: reversalDay(version.reverses, occurrence.date) }),
    lines:
      other.amount === undefined
        ? [...lines]
        : amountShared(db, organisation, occurrence.date, lines, kept, other.amount),
  };
  return {
    entry,
    reckoning,
    isToBeCounted: target !== undefined && reckoning === undefined,
  };
}

/** The amounts of a version, as they were read when it was made. */
export function amountsOfVersion(db: Db, organisation: Organisation, version: VersionRow): RecurringAmounts {
  const chart = loadChart(db, organisation.id);
  const schedule = version.schedule;
  const read = readRecurringAmounts(termsOfVersion(db, version), {
    currency: organisation.baseCurrency,
    accountOf: (number) => chart.byNumber.get(number),
    hasEnd: schedule.until !== undefined || schedule.count !== undefined,
  });
  if (!read.ok) throw new Refusal(422, [...read.problems]);
  return read.value;
}

/** All nominal dates of a version, for what ends; none for what does not. */
export function datesOfVersion(version: VersionRow): CivilDate[] {
  const schedule = version.schedule;
  return schedule.until === undefined && schedule.count === undefined ? [] : occurrences(schedule, FAR);
}

/** What either side of some lines comes to, with their tax. */
export function amountOf(
  db: Db,
  organisation: Organisation,
  lines: readonly EntryLineRequest[],
  date: CivilDate,
): string {
  const { baseCurrency } = organisation;
  return formatAmount(debitsOf(withTaxIn(db, organisation, lines, date), baseCurrency), baseCurrency);
}

/** Lines with their tax in their amounts: what is shared out over them is what is paid. */
export function withTaxIn(
  db: Db,
  { id, baseCurrency }: Organisation,
  lines: readonly EntryLineRequest[],
  date: CivilDate,
): readonly EntryLineRequest[] {
  if (!lines.some(({ taxCode }) => taxCode)) return lines;
  return grossLines(lines, date, { taxCodes: loadTaxCodes(db, id), baseCurrency });
}

function proposedLines(
  db: Db,
  organisation: Organisation,
  journal: RecurringJournal,
  occurrence: Occurrence,
  {
    amounts,
    kept,
    reckoning,
  }: {
    readonly amounts: RecurringAmounts;
    readonly kept: readonly EntryLineRequest[];
    readonly reckoning: Reckoning | undefined;
  },
): readonly EntryLineRequest[] {
  const version = versionOf(journal, occurrence);
  const asked: DateAsked = { db, organisation, journal, occurrence };
  const share = amounts.source === 'share-of-balance' ? amounts.share : undefined;
  if (amounts.source === 'asked') return lastLines(db, organisation, journal, occurrence, kept);
  const on: Occasion = {
    currency: organisation.baseCurrency,
    dates: datesOfVersion(version),
    index: occurrence.index,
    date: occurrence.nominal,
    since: occurrence.since,
    months: monthsApart(version.schedule),
    yearStart: organisation.calendar,
    figure: share && share.of !== 'interest' ? figureOf(asked, share) : undefined,
    interest: share?.of === 'interest' ? interestAt(asked, share) : undefined,
    reckoning,
    normalBalance:
      amounts.source === 'target'
        ? normalSide(loadChart(db, organisation.id).byNumber.get(amounts.target.account))
        : undefined,
    assets:
      amounts.source === 'depreciation' && 'assetClass' in amounts
        ? assetsOf(db, organisation, amounts.assetClass, occurrence.date)
        : undefined,
  };
  const by = amounts.source === 'fixed' ? kept : withTaxIn(db, organisation, kept, occurrence.date);
  return occurrenceLines(amounts, by, on);
}

function normalSide(account: Account | undefined): 'debit' | 'credit' | undefined {
  return account && normalBalanceOf(account);
}

/** What an amount that is asked for was the last time: proposed for the next; before there was one, what was kept. */
function lastLines(
  db: Db,
  organisation: Organisation,
  journal: RecurringJournal,
  { nominal, date }: Occurrence,
  kept: readonly EntryLineRequest[],
): readonly EntryLineRequest[] {
  const last = [...settledOf(db, journal.row)]
    .filter(([date, { entry }]) => date < nominal && entry !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .at(-1)?.[1].entry;
  if (last === undefined) return kept;
  const lines = postedLines(db, organisation, typeof last === 'string' ? last : entryNumber(last.year, last.number));
  const isAlike =
    lines.length === kept.length && lines.every(({ account }, index) => account === kept[index]?.account);
  if (isAlike) return lines;
  const [by, were] = [kept, lines].map((some) => withTaxIn(db, organisation, some, date));
  return inProportion(by ?? kept, debitsOf(were ?? lines, organisation.baseCurrency), organisation.baseCurrency);
}

/** An amount of this one alone, over the lines that were proposed; where nothing was, over those that were kept. */
function amountShared(
  db: Db,
  organisation: Organisation,
  date: CivilDate,
  proposed: readonly EntryLineRequest[],
  kept: readonly EntryLineRequest[],
  text: string,
): EntryLineRequest[] {
  const { baseCurrency } = organisation;
  const read = safeParseAmount(text.trim(), baseCurrency);
  if (!read.ok || read.amount <= 0) throw unprocessable('not-an-amount', 'amount', `“${text}” is no amount to post.`);
  const by = withTaxIn(db, organisation, proposed.length > 0 ? proposed : kept, date);
  const lines = inProportion(by, minor(read.amount), baseCurrency);
  if (lines.length > 0) return lines;
  throw unprocessable(
    'amount-not-shared',
    'amount',
    'Nothing says how the lines share it: write each line’s amount.',
  );
}

/** The assets of a class of the register, as they were taken on, whose cost still stands at a day. @throws {Refusal} 422 */
export function assetsOf(db: Db, { id }: Organisation, named: string, asAt: CivilDate): AssetOnAccounts[] {
  const { on, trays } = readSomeTrays(db, id, ['asset-classes', 'assets']);
  const found = trays['asset-classes'].facts
    .map((fact) => fact.class)
    .find(({ name }) => name.toLowerCase() === named.toLowerCase());
  if (!found) {
    throw unprocessable('class-unknown', 'depreciation.assetClass', `The asset register has no class “${named}”.`);
  }
  const [expense, accumulated] = [found.expense, found.accumulated].map((account) =>
    account === undefined ? undefined : on.books.chart.byId.get(account)?.number,
  );
  if (!expense || !accumulated) {
    const message = `${found.name} lacks ${expense ? 'an account for accumulated depreciation' : 'an expense account'}: name it in the asset register.`;
    throw unprocessable('class-without-accounts', 'depreciation.assetClass', message);
  }
  const facts = trays.assets.facts.filter((fact) => fact.class.toLowerCase() === found.name.toLowerCase());
  const later = laterLines(db, { organisation: id, accounts: [found.cost], asAt });
  const gone = new Set(
    accountDetail(facts, later)
      .items.filter(({ account, amount }) => account === found.cost && amount === 0)
      .map(({ name }) => name.toLowerCase()),
  );
  return facts
    .filter(({ item }) => !gone.has(item.toLowerCase()))
    .map(({ item, asset, accumulated: taken }) => ({
      name: item,
      asset,
      takenOn: { at: changeoverOf(on.books), accumulated: taken },
      expense,
      accumulated,
    }));
}
