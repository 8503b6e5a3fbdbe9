import { type CivilDate, isCivilDate } from '@just-ledger/core';
import { unprocessable } from '../../platform/problems/refusal.js';

/** Where a page of lines in the order of their dates ended: the place of its last line in the books. */
export interface LineCursor {
  readonly date: CivilDate;
  readonly entry: number;
  readonly place: number;
}

/** @throws {Refusal} 422 for what no page ended with */
export function readLineCursor(text: string): LineCursor {
  const [, date = '', entry, lineIndex] = /^(\d{4}-\d\d-\d\d)\.(\d{1,15})\.(\d{1,6})$/.exec(text) ?? [];
  if (!isCivilDate(date)) throw unprocessable('cursor', 'after', 'This is not where a page ended.');
  return { date, entry: Number(entry), place: Number(lineIndex) };
}

/** As the next page is asked for. */
export function writeLineCursor({ date, entry, place }: LineCursor): string {
  return `${date}.${entry}.${place}`;
}
