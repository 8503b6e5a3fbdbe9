import { type CivilDate, isCivilDate } from '@just-ledger/core';

/** Where a tab remembers the date of the entry written last. */
const LAST_DATE = 'just-ledger.last-date';

/** The date of the entry written last in this tab. */
export function lastDate(): CivilDate | undefined {
  const kept = sessionStorage.getItem(LAST_DATE) ?? '';
  return isCivilDate(kept) ? kept : undefined;
}

/** Remembers the date of an entry: it is proposed for the next. */
export function rememberDate(date: string): void {
  if (isCivilDate(date)) sessionStorage.setItem(LAST_DATE, date);
}
