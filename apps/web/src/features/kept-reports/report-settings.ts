import { type ReportSettingRequest, STATEMENTS } from '@just-ledger/contract';
import {
  amountFilterText,
  type BooksCalendar,
  type CivilDate,
  type CurrencyCode,
  daysOfSpan,
  keysOf,
  longDate,
  parseCivilDate,
  readAmountFilter,
  type RelativeSpan,
  RELATIVE_SPANS,
} from '@just-ledger/core';
import { readTyped, typedDay } from '../../ui/own-ways.js';
import { besideLabel, isBeside, STATEMENT_LABELS } from '../statements/use-statement-params.js';

/** What the address holds beside the settings of a report: days, the second sheet, what is looked at in it just now. */
const PASSING = new Set(['from', 'to', 'year', 'kept', 'source', 'why', 'note', 'entry', 'row', 'line']);

/** The settings of the report in an address; a day or an amount that was typed stands as it is read now. */
export function settingsIn(search: URLSearchParams, near: CivilDate, currency: CurrencyCode): ReportSettingRequest[] {
  return [...search].flatMap(([key, value]) => {
    if (PASSING.has(key) || key.startsWith('beside') || value === '') return [];
    if (key === 'known') return [{ key, value: typedDay(value, near) ?? value }];
    const amounts = key === 'amount' ? readAmountFilter(value, currency, readTyped) : undefined;
    return [{ key, value: amounts ? amountFilterText(amounts) : value }];
  });
}

/** The screen of a report in words. @example screenInWords('aged') // → 'aged balances' */
export function screenInWords(screen: string): string {
  return SCREENS[screen] ?? screen.replaceAll('-', ' ');
}

const SCREENS: Readonly<Record<string, string>> = { aged: 'aged balances', account: 'account ledger' };

/** Settings in words, to be told apart by. @example settingsInWords([{ key: 'columns', value: 'years:1' }]) // → 'and the year before' */
export function settingsInWords(settings: readonly ReportSettingRequest[]): string {
  return settings.map(({ key, value }) => WORDS[key]?.(value) ?? `${key} ${value}`).join(', ');
}

const WORDS: Readonly<Record<string, (value: string) => string | undefined>> = {
  columns: (value) => (isBeside(value) ? besideLabel(value) : undefined),
  statements: (value) =>
    STATEMENTS.filter((key) => value.split('.').includes(key))
      .map((key) => STATEMENT_LABELS[key].toLowerCase())
      .join(' and '),
  ledger: (value) => (value === 'payables' ? 'suppliers' : 'customers'),
  form: (value) => value.replace('-', ' '),
  rounding: (value) => `in ${value === 'units' ? 'whole units' : value}`,
  change: (value) => (value === 'yes' ? 'with the change' : 'without the change'),
  notes: (value) => (value === 'yes' ? 'with notes' : 'without notes'),
  known: (value) => `as known on ${value}`,
  against: (value) => (value === 'now' ? 'beside now' : undefined),
};

/** Which days that go on with time are the ones that are shown; none where they are days of their own. */
export function spanOfDays(
  calendar: BooksCalendar,
  today: CivilDate,
  { from, to }: { readonly from: string; readonly to: string },
): RelativeSpan | undefined {
  return SPANS.find((span) => {
    const days = daysOfSpan(span, calendar, today, new Set());
    return days?.from === from && days.to === to;
  });
}

/** The year to date first: it is what is mostly looked at, also where another span has the same days. */
const SPANS = [...keysOf(RELATIVE_SPANS)].sort((a, b) => Number(b === 'year-to-date') - Number(a === 'year-to-date'));

/** Days as they are told. */
export function daysInWords(from: string | null, to: string | null): string {
  if (from === null || to === null) return 'no such days yet';
  return `${longDate(parseCivilDate(from))} to ${longDate(parseCivilDate(to))}`;
}
