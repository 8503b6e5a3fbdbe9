import {
  type BooksCalendar,
  checkDate,
  closingProblem,
  mayPostWhileClosing,
  type MemberRole,
  parseCivilDate as d,
  type Period,
  type PostsWhileClosing,
} from '../src/index.js';

const calendar: BooksCalendar = { firstDay: d('2026-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 };

test.each<[PostsWhileClosing, MemberRole, boolean]>([
  ['all', 'approver', true],
  ['all', 'owner', true],
  ['owners', 'approver', false],
  ['owners', 'owner', true],
  ['nobody', 'owner', false],
])('where %s may post, an %s %s', (who, role, may) => expect(mayPostWhileClosing(who, role)).toBe(may));

test('a date in a month that is being closed is told to whoever may not post into it', () => {
  const books = {
    calendar,
    today: d('2026-04-10'),
    changeoverDate: undefined,
    lockedPeriods: new Set<Period>(),
    closing: { periods: new Set(['2026-03' as Period]), who: 'owners' as const },
  };
  const found = checkDate('2026-03-31', 'ordinary', books);
  expect(found).toEqual({ ok: false, problems: [closingProblem(calendar, '2026-03' as Period, 'owners')] });
  expect(checkDate('2026-04-01', 'ordinary', books).ok).toBe(true);
  expect(checkDate('2026-03-31', 'ordinary', { ...books, closing: undefined }).ok).toBe(true);
  // a lock is told first: nobody can do anything about it
  const locked = checkDate('2026-03-31', 'ordinary', { ...books, lockedPeriods: new Set(['2026-03' as Period]) });
  expect(locked.ok ? [] : locked.problems.map(({ code }) => code)).toEqual(['period-locked']);
});

test('the problem says what can be done', () => {
  expect(closingProblem(calendar, '2026-03' as Period, 'nobody')).toEqual({
    code: 'period-closing',
    path: 'date',
    message:
      'March 2026 is being closed: nobody posts into it. Keep the entry as a draft, or date it in another month.',
  });
});
