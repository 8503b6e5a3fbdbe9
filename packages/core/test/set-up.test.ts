import { isValid as isCheckDigitsRight } from './iban-reference.js';
import fc from 'fast-check';
import {
  ORGANISATION_KINDS,
  checkBreakdown,
  checkBreakdownValue,
  checkContact,
  contactParticulars,
  depthOfValue,
  dueOn,
  fieldChanges,
  isMidYear,
  isValueHeading,
  papersToGather,
  parseCivilDate,
  parseTerms,
  printedIban,
  readBankDetails,
  startingDates,
  termsText,
  valuesInOrder,
  type Beginning,
  type Breakdown,
  type Problem,
  type ProposedContact,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const d = parseCivilDate;

describe('the dates of a start', () => {
  test.each<[string, Beginning, number, string, string?, number?]>([
    ['a new organisation', { type: 'founded', on: d('2026-06-10') }, 1, '2026-06-10', undefined],
    [
      'going back to the first month',
      { type: 'from-year-start', firstMonth: d('2026-09-01') },
      1,
      '2026-01-01',
      '2025-12-31',
    ],
    ['from the changeover', { type: 'from-changeover', firstMonth: d('2026-09-01') }, 1, '2026-01-01', '2026-08-31'],
    [
      'from the changeover in a year from April',
      { type: 'from-changeover', firstMonth: d('2027-02-01') },
      4,
      '2026-04-01',
      '2027-01-31',
    ],
    [
      'with the first month of the year itself',
      { type: 'from-changeover', firstMonth: d('2026-04-01') },
      4,
      '2026-04-01',
      '2026-03-31',
    ],
    [
      'from the changeover in a year from 6 April',
      { type: 'from-changeover', firstMonth: d('2027-02-01') },
      4,
      '2026-04-06',
      '2027-02-05',
      6,
    ],
    [
      'back to the first month of a year from 6 April',
      { type: 'from-year-start', firstMonth: d('2027-03-01') },
      4,
      '2026-04-06',
      '2026-04-05',
      6,
    ],
  ])('%s', (_, beginning, month, firstDay, changeoverDate, day = 1) =>
    expect(startingDates(beginning, { fiscalYearStartMonth: month, fiscalYearStartDay: day })).toEqual({
      firstDay,
      ...(changeoverDate && { changeoverDate }),
    }),
  );
  test('there is something to decide only within a year', () => {
    expect(isMidYear(d('2026-09-01'), { fiscalYearStartMonth: 1, fiscalYearStartDay: 1 })).toBe(true);
    expect(isMidYear(d('2026-04-01'), { fiscalYearStartMonth: 4, fiscalYearStartDay: 6 })).toBe(false);
  });
});

test.each([...ORGANISATION_KINDS])('the papers of a %s are each named once, more of them for old books', (kind) => {
  const [fresh, old] = [papersToGather(kind, false), papersToGather(kind, true)];
  expect(new Set(old.map((paper) => paper.key)).size).toBe(old.length);
  expect(old.length).toBeGreaterThan(fresh.length + 8);
  expect(old.map((paper) => paper.key)).toEqual(expect.arrayContaining(fresh.map((paper) => paper.key)));
});

describe('breakdowns', () => {
  const chart = chartFrom([
    { number: '1000', name: 'Bank' },
    { number: '3000', name: 'General', role: 'fund' },
    { number: '3100', name: 'Drawings', role: 'drawings', closesTo: '3000' },
  ]);
  const funds: Breakdown = {
    id: 1,
    name: 'Fund',
    selfBalancing: false,
    usualValue: 1,
    values: [
      { id: 1, name: 'General', active: true },
      { id: 2, name: 'With restriction', active: true },
      { id: 3, name: 'Roof', active: true, parent: 2 },
      { id: 4, name: 'Old appeal', active: false },
    ],
  };
  const codes = (checked: { ok: boolean; problems?: readonly Problem[] }): string[] =>
    (checked.problems ?? []).map((problem) => `${problem.code} at ${problem.path}`);

  test.each<[string, Parameters<typeof checkBreakdown>, string[]]>([
    ['without a name', [{ name: ' ' }, [], undefined, 0], ['breakdown-name-missing at name']],
    ['named as another', [{ name: 'FUND' }, [funds], undefined, 0], ['breakdown-taken at name']],
    [
      'self-balancing after the first entry',
      [{ name: 'Site', selfBalancing: true }, [], undefined, 3],
      ['breakdown-in-use at selfBalancing'],
    ],
    [
      'made self-balancing later',
      [{ name: 'Fund', selfBalancing: true }, [funds], funds, 1],
      ['breakdown-in-use at selfBalancing'],
    ],
    [
      'with a usual value there is not',
      [{ name: 'Fund', usualValue: 'Sun' }, [funds], funds, 0],
      ['breakdown-value-unknown at usualValue'],
    ],
    [
      'with a retired usual value',
      [{ name: 'Fund', usualValue: 'Old appeal' }, [funds], funds, 0],
      ['breakdown-value-usual at usualValue'],
    ],
    [
      'with a usual value that sums others up',
      [{ name: 'Fund', usualValue: 'With restriction' }, [funds], funds, 0],
      ['breakdown-value-usual at usualValue'],
    ],
  ])('one %s is refused', (_, args, problems) => expect(codes(checkBreakdown(...args))).toEqual(problems));
  test('one in order keeps what it balances', () =>
    expect(checkBreakdown({ name: ' Funds ', usualValue: 'roof' }, [funds], funds, 9)).toEqual({
      ok: true,
      value: { name: 'Funds', selfBalancing: false, usualValue: 3 },
    }));

  test.each<[string, Parameters<typeof checkBreakdownValue>[0], number | undefined, string[]]>([
    ['without a name', { name: '' }, undefined, ['value-name-missing at name']],
    ['named as another', { name: 'roof' }, undefined, ['breakdown-value-taken at name']],
    ['under one there is not', { name: 'x', parent: 'Sun' }, undefined, ['breakdown-value-unknown at parent']],
    ['under one with postings', { name: 'x', parent: 'Old appeal' }, undefined, ['breakdown-value-posted at parent']],
    ['under the usual one', { name: 'x', parent: 'General' }, undefined, ['breakdown-value-usual at parent']],
    ['under itself', { name: 'With restriction', parent: 'Roof' }, 2, ['breakdown-value-circle at parent']],
    ['with an account there is not', { name: 'x', account: '9999' }, undefined, ['fund-account at account']],
    ['with an account that keeps no balance', { name: 'x', account: '3100' }, undefined, ['fund-account at account']],
    ['retired while it is usual', { name: 'General', active: false }, 1, ['breakdown-value-usual at active']],
  ])('a value %s is refused', (_, proposed, id, problems) => {
    const before = funds.values.find((value) => value.id === id);
    expect(codes(checkBreakdownValue(proposed, funds, chart, (count) => count === 4, before))).toEqual(problems);
  });
  test('a value in order names its parent and account', () =>
    expect(
      checkBreakdownValue({ name: 'Bells', parent: 'With restriction', account: '3000' }, funds, chart, () => false),
    ).toEqual({
      ok: true,
      value: { name: 'Bells', active: true, parent: 2, account: byNumber(chart, '3000').id },
    }));
  test('values stand in the order of their tree', () => {
    expect(
      valuesInOrder(funds).map((value) => [value.name, depthOfValue(funds, value), isValueHeading(funds, value)]),
    ).toEqual([
      ['General', 0, false],
      ['With restriction', 0, true],
      ['Roof', 1, false],
      ['Old appeal', 0, false],
    ]);
  });
});

describe('contacts', () => {
  test.each<[Partial<ProposedContact>, string[]]>([
    [{ name: '' }, ['name']],
    [{ roles: [] }, ['roles']],
    [{ roles: ['king'] }, ['roles']],
    [{ number: 'a b' }, ['number']],
    [{ terms: 'soon' }, ['terms']],
    [{ terms: '400' }, ['terms']],
    [{ currency: 'EURO' }, ['currency']],
    [{ email: 'low weir' }, ['email']],
    [{ phone: 'call me' }, ['phone']],
    [{ address: '1\n2\n3\n4\n5\n6\n7' }, ['address']],
    [{ bank: { iban: 'GB82WEST12345698765433' } }, ['bank.iban']],
    [{ bank: { iban: 'GB82WEST1234569876543' } }, ['bank.iban']],
    [{ bank: { bic: 'SHORT' } }, ['bank.bic']],
    [{ bank: { holder: 'a\u0000' } }, ['bank.holder']],
  ])('with %p one is refused', (change, paths) => {
    const checked = checkContact({ name: 'Low Weir', roles: ['customer'], ...change });
    expect(checked.ok ? [] : checked.problems.map((problem) => problem.path)).toEqual(paths);
  });
  test('one in order is trimmed, its bank details without spaces', () => {
    const checked = checkContact({
      name: ' Low Weir ',
      roles: ['supplier', 'supplier'],
      terms: '10 after month end',
      currency: 'gbp',
      email: ' shop@low-weir.test ',
      bank: { iban: 'gb82 west 1234 5698 7654 32', bic: 'west gb 22' },
    });
    expect(checked).toMatchObject({
      ok: true,
      value: {
        name: 'Low Weir',
        roles: ['supplier'],
        active: true,
        terms: { days: 10, fromMonthEnd: true },
        currency: 'GBP',
        email: 'shop@low-weir.test',
        bank: { iban: 'GB82WEST12345698765432', bic: 'WESTGB22' },
      },
    });
    expect(checked.ok && contactParticulars({ ...checked.value, id: 1 as never, number: '7' })).toMatchObject({
      IBAN: 'GB82 WEST 1234 5698 7654 32',
      terms: '10 days after month end',
    });
  });
  // the examples of the IBAN registry (ISO 13616), as they are printed there; from memory
  test.each([
    'GB29NWBK60161331926819',
    'DE89370400440532013000',
    'FR1420041010050500013M02606',
    'NL91ABNA0417164300',
  ])('the IBAN %s is right, and wrong with any two neighbouring digits exchanged', (iban) => {
    expect(readBankDetails({ iban }, [])).toEqual({ iban });
    expect(isCheckDigitsRight(iban)).toBe(true);
    for (let index = 4; index < iban.length - 1; index += 1) {
      if (iban[index] === iban[index + 1]) continue;
      const swapped = `${iban.slice(0, index)}${iban[index + 1]}${iban[index]}${iban.slice(index + 2)}`;
      const problems: Problem[] = [];
      readBankDetails({ iban: swapped }, problems);
      expect([swapped, problems.length > 0]).toEqual([swapped, true]);
    }
    expect(printedIban(iban).replaceAll(' ', '')).toBe(iban);
  });
  test.each([
    ['', undefined],
    ['at once', '2027-01-12'],
    ['30', '2027-02-11'],
    ['1 day', '2027-01-13'],
    ['10 after month end', '2027-02-10'],
    ['0 days after month end', '2027-01-31'],
  ])('terms “%s” make a document of 12 January due on %s', (text, due) => {
    const terms = parseTerms(text);
    expect(terms.ok && terms.value && dueOn(terms.value, d('2027-01-12'))).toBe(due ?? (undefined as never));
  });
  test('terms read back as they are written', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 365 }), fc.boolean(), (days, fromMonthEnd) => {
        expect(parseTerms(termsText({ days, fromMonthEnd }))).toEqual({ ok: true, value: { days, fromMonthEnd } });
      }),
      { seed: 3, numRuns: 200 },
    ));
});

describe('the trail of a change', () => {
  test.each([
    ['nothing', { name: 'Rent', share: undefined }, { name: 'Rent' }, []],
    ['a name', { name: 'Rent' }, { name: 'Rates' }, [{ field: 'name', from: 'Rent', to: 'Rates' }]],
    ['yes to no', { active: true }, { active: false }, [{ field: 'active', from: 'yes', to: 'no' }]],
    ['a list emptied', { roles: ['a', 'b'] }, { roles: [] }, [{ field: 'roles', from: 'a, b', to: null }]],
    ['something new', undefined, { name: 'Rent', note: '' }, [{ field: 'name', from: null, to: 'Rent' }]],
    ['something gone', { name: 'Rent' }, undefined, [{ field: 'name', from: 'Rent', to: null }]],
  ])('tells %s', (_, before, after, changes) => expect(fieldChanges(before, after)).toEqual(changes));
});
