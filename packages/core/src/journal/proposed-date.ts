import type { CivilDate } from '../dates/civil-date.js';

/** Why a date is proposed. */
export type DateReason = 'today' | 'last-entry' | 'span' | 'first-day';

/** The date that a new entry begins with. */
export interface ProposedDate {
  readonly date: CivilDate;
  readonly reason: DateReason;
}

/**
 * The date of a new entry. A span that was chosen is meant: within it lies the date, that of the entry before if it does;
 * else today, or the end of a span that is past, or the beginning of one that is to come. Nothing is proposed before the
 * first day of the books.
 *
 * @param span what was chosen; left out if nothing was
 * @param last the date of the entry before, if one was posted in this sitting
 * @example proposedDate({ today: june15, span: {from: march1, to: march31}, firstDay }) // → {date: march31, reason: 'span'}
 */
export function proposedDate({
  today,
  firstDay,
  span,
  last,
}: {
  readonly today: CivilDate;
  readonly firstDay: CivilDate;
  readonly span?: { readonly from: CivilDate; readonly to: CivilDate } | undefined;
  readonly last?: CivilDate | undefined;
}): ProposedDate {
  const isIn = (date: CivilDate): boolean => !span || (span.from <= date && date <= span.to);
  if (last && isIn(last)) return { date: last, reason: 'last-entry' };
  if (!span || isIn(today)) {
    return today < firstDay ? { date: firstDay, reason: 'first-day' } : { date: today, reason: 'today' };
  }
  const nearest = span.to < today ? span.to : span.from;
  return nearest < firstDay ? { date: firstDay, reason: 'first-day' } : { date: nearest, reason: 'span' };
}
