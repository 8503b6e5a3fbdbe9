import type { AmountTermsRequest } from '@just-ledger/contract';
import {
  ADJUSTMENT_KINDS,
  type AdjustmentKind,
  type AmountSource,
  type BooksCalendar,
  type CivilDate,
  daysBetween,
  daysOfPeriod,
  endOfMonth,
  fiscalMonthOf,
  fiscalYearOf,
  isKeyOf,
} from '@just-ledger/core';
import { emptyForm, type EntryForm } from '../journal/entry-form.js';
import { monthlyFrom, type ScheduleFields } from './schedule-fields.js';

/** What a schedule of adjusting entries is about, as an address says it. */
export interface AdjustingAbout {
  readonly kind: string;
  readonly account: string;
  readonly accountName: string;
  readonly assetClass: string;
  readonly amount: string;
}

/** What a new schedule begins with. */
export interface BegunSchedule {
  readonly name: string;
  readonly schedule: ScheduleFields;
  readonly entry: EntryForm;
  readonly amounts: AmountSource;
  readonly terms: AmountTermsRequest;
}

/** A span of more days than these is adjusted once a year; a shorter one each month. */
const MORE_THAN_MONTHS = 100;

/**
 * A schedule of adjusting entries to be: its kind and accounts as far as they are known, on the last day of each month,
 * or of each year where a year is looked at.
 */
export function adjustingSchedule(
  about: AdjustingAbout,
  { calendar, from, to }: { calendar: BooksCalendar; from: CivilDate; to: CivilDate },
): BegunSchedule | undefined {
  if (!isKeyOf(ADJUSTMENT_KINDS, about.kind)) return undefined;
  // what is spread goes month by month, whatever is looked at
  const isSpread = about.kind === 'prepaid' || about.kind === 'unearned';
  const isYearly = !isSpread && daysBetween(from, to) > MORE_THAN_MONTHS;
  const last = isYearly ? fiscalYearOf(calendar, to).last : daysOfPeriod(calendar, fiscalMonthOf(calendar, to)).to;
  const day = last === endOfMonth(last) ? 'last' : '';
  const schedule = { ...monthlyFrom(last), day, ...(isYearly && { unit: 'year' as const }) };
  return {
    name: nameOf(about.kind, about),
    schedule,
    entry: formOf(about.kind, about, last),
    ...termsOf(about.kind, about),
  };
}

function nameOf(kind: AdjustmentKind, { accountName, assetClass }: AdjustingAbout): string {
  switch (kind) {
    case 'depreciation':
      return `Depreciation of ${assetClass}`;
    case 'stock':
      return `Count of ${accountName}`;
    case 'doubtful':
      return 'Allowance for doubtful debts';
    case 'interest':
      return `Interest on ${accountName}`;
    case 'prepaid':
    case 'unearned':
    case 'accrued':
    case 'tax':
    case 'other':
      return accountName;
    default:
      return kind satisfies never;
  }
}

function termsOf(
  kind: AdjustmentKind,
  { account, assetClass, amount }: AdjustingAbout,
): Pick<BegunSchedule, 'amounts' | 'terms'> {
  switch (kind) {
    case 'depreciation':
      return { amounts: 'depreciation', terms: { depreciation: { assetClass } } };
    case 'stock':
      return { amounts: 'target', terms: { target: { account, against: '', by: 'count' } } };
    case 'doubtful':
      return { amounts: 'target', terms: { target: { account: '', against: '', by: 'ages' } } };
    case 'tax':
      return { amounts: 'target', terms: { target: { account, against: '', by: 'result' } } };
    case 'interest':
      return { amounts: 'share-of-balance', terms: { share: { account, of: 'interest', percent: '' } } };
    case 'prepaid':
    case 'unearned':
      return { amounts: 'spread', terms: { spread: { total: amount, by: 'occurrences' } } };
    case 'accrued':
    case 'other':
      return { amounts: 'fixed', terms: {} };
    default:
      return kind satisfies never;
  }
}

/** The entry: of what is spread, its own account on the side that takes it off. */
function formOf(kind: AdjustmentKind, { account }: AdjustingAbout, date: CivilDate): EntryForm {
  const form = emptyForm(date, 'adjusting');
  const isSpread = kind === 'prepaid' || kind === 'unearned';
  const isShared = isSpread || kind === 'interest';
  if (!isShared) return form;
  const own = isSpread ? (kind === 'prepaid' ? 1 : 0) : undefined;
  return {
    ...form,
    lines: form.lines.map((line, index) => ({
      ...line,
      ...(index === own && { account }),
      ...(index === 0 && { debit: '1' }),
      ...(index === 1 && { credit: '1' }),
    })),
  };
}
