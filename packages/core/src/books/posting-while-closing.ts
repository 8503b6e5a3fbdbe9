import { type BooksCalendar, type Period, periodName } from '../organisations/books-calendar.js';
import { isEnough, type MemberRole } from '../people/member-role.js';
import { problem, type Problem } from '../problems/problem.js';

/** Who posts into a month that is being closed: whoever posts at all, owners, or nobody. */
export const POSTS_WHILE_CLOSING = ['all', 'owners', 'nobody'] as const;

/** One of {@link POSTS_WHILE_CLOSING}. */
export type PostsWhileClosing = (typeof POSTS_WHILE_CLOSING)[number];

/** What they are called. */
export const POSTS_WHILE_CLOSING_LABELS: Readonly<Record<PostsWhileClosing, string>> = {
  all: 'approvers and owners',
  owners: 'owners',
  nobody: 'nobody',
};

/** Periods that are being closed, and who posts into them. */
export interface ClosingPeriods {
  readonly periods: ReadonlySet<Period>;
  readonly who: PostsWhileClosing;
}

/** Whether somebody may post into a month that is being closed. @example mayPostWhileClosing('owners', 'approver') // → false */
export function mayPostWhileClosing(who: PostsWhileClosing, role: MemberRole): boolean {
  return who === 'all' || (who === 'owners' && isEnough(role, 'owner'));
}

/** Why somebody may not; a problem at `date`. */
export function closingProblem(calendar: BooksCalendar, period: Period, who: PostsWhileClosing): Problem {
  const name = periodName(calendar, period);
  const [first = '', ...rest] = name;
  const what =
    who === 'nobody'
      ? 'nobody posts into it. Keep the entry as a draft, or date it in another month'
      : 'only owners post into it. Keep the entry as a draft, or date it in another month';
  return problem('period-closing', 'date', `${first.toUpperCase()}${rest.join('')} is being closed: ${what}.`);
}
