import { parseCivilDate } from '@just-ledger/core';
import {
  answersFrom,
  asksWhetherToGoBack,
  beginRequest,
  datesOf,
  firstAnswers,
  type BeginAnswers,
} from '../src/features/beginning/begin-answers.js';

const today = parseCivilDate('2027-01-18');
const answers = (change: Partial<BeginAnswers>): BeginAnswers => ({
  ...firstAnswers(today),
  name: 'Low Weir',
  ...change,
});
const requested = (change: Partial<BeginAnswers>) => {
  const given = answers(change);
  return beginRequest(given, datesOf(given, today));
};

describe('the answers of a start', () => {
  test.each<[string, Partial<BeginAnswers>, object]>([
    ['of old books', {}, { firstDay: '2027-01-01', changeoverDate: '2026-12-31' }],
    [
      'going back within the year',
      { firstMonth: 9, firstYear: 2026 },
      { firstDay: '2026-01-01', changeoverDate: '2025-12-31' },
    ],
    [
      'from a changeover within the year',
      { firstMonth: 9, firstYear: 2026, goesBack: false },
      { firstDay: '2026-01-01', changeoverDate: '2026-08-31' },
    ],
    ['of a new organisation', { hadBooks: false, foundedOn: '10 jun 2026' }, { firstDay: '2026-06-10' }],
  ])('%s lead to their dates', (_, change, expected) => expect(requested(change)).toMatchObject(expected));
  test('that cannot be read are sent as they were typed, so that the server says what is wrong', () => {
    expect(requested({ hadBooks: false, foundedOn: 'soon' })).toMatchObject({ firstDay: 'soon' });
  });
  test('ask about the months before only within a year', () => {
    expect(asksWhetherToGoBack(answers({ firstMonth: 1 }))).toBe(false);
    expect(asksWhetherToGoBack(answers({ firstMonth: 2 }))).toBe(true);
    expect(asksWhetherToGoBack(answers({ firstMonth: 2, hadBooks: false }))).toBe(false);
  });
  test('name partners, classes and funds only where the kind has them, empty ones left out', () => {
    const partners = [
      { name: 'Ash', share: '3' },
      { name: ' ', share: '1' },
    ];
    expect(requested({ kind: 'partnership', partners }).partners).toEqual([{ name: 'Ash', share: 3 }]);
    expect(requested({ kind: 'partnership', partners, starterChart: false }).partners).toBeUndefined();
    expect(requested({ kind: 'company', partners })).toMatchObject({ shareClasses: ['Share capital'] });
    expect(requested({ kind: 'company', partners }).partners).toBeUndefined();
    expect(requested({ kind: 'non-profit' }).funds).toEqual([{ name: 'General fund', restriction: 'none' }]);
    expect(requested({ kind: 'non-profit', funds: [] }).funds).toBeUndefined();
  });
  test('are taken up again as far as they are understood', () => {
    const kept = { name: 'Half', firstYear: '2026', partners: 'Ash', hadBooks: false, colour: 'green' };
    expect(answersFrom(kept, today)).toEqual({ ...firstAnswers(today), name: 'Half', hadBooks: false });
    expect(answersFrom(null, today)).toEqual(firstAnswers(today));
    expect(answersFrom(JSON.parse(JSON.stringify(answers({ kind: 'company' }))), today)).toEqual(
      answers({ kind: 'company' }),
    );
  });
});
