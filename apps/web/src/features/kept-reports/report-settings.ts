import type { ReportSettingRequest } from '@just-ledger/contract';
import {
  type BooksCalendar,
  type CivilDate,
  daysOfSpan,
  keysOf,
  longDate,
  parseCivilDate,
  type RelativeSpan,
  RELATIVE_SPANS,
} from '@just-ledger/core';

/** What the address holds beside the settings of a report: days, the second sheet, what is looked at in it just now. */
const PASSING = new Set(['from', 'to', 'year', 'kept', 'source', 'why', 'note', 'entry']);

/** The settings of the report in an address. */
export function settingsIn(search: URLSearchParams): ReportSettingRequest[] {
  return [...search].flatMap(([key, value]) =>
    PASSING.has(key) || key.startsWith('beside') || value === '' ? [] : [{ key, value }],
  );
}

/** Settings in words, to be told apart by. @example settingsInWords([{ key: 'columns', value: 'years:1' }]) // → 'columns years:1' */
export function settingsInWords(settings: readonly ReportSettingRequest[]): string {
  return settings.map(({ key, value }) => `${key} ${value}`).join(', ');
}

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
