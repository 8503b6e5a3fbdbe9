import type { AccountResponse, ContactResponse, DraftResponse } from '@just-ledger/contract';
import { parseCivilDate, parseCurrencyCode, USUAL_PREFERENCES } from '@just-ledger/core';
import {
  amountsOf,
  emptyForm,
  type EntryForm,
  type FormEvent,
  formReducer,
  rowOfPath,
} from '../src/features/journal/entry-form.js';
import { draftRequest, entryRequest, formOf } from '../src/features/journal/entry-request.js';
import { missingWithout } from '../src/features/journal/form-tax.js';
import { emptyLine, type FormLine, isBlank, type QuotedRate } from '../src/features/journal/form-line.js';
import { shownBreakdowns, withAccount, writableAccounts } from '../src/features/journal/line-account.js';
import type { LineColumn } from '../src/features/journal/pasted-columns.js';
import { pastedLines } from '../src/features/journal/pasted-lines.js';
import { setOwnWays } from '../src/ui/own-ways.js';

const EUR = parseCurrencyCode('EUR');
const near = parseCivilDate('2026-09-30');

const after = (form: EntryForm, ...events: FormEvent[]): EntryForm => events.reduce(formReducer, form);
const typed = (index: number, change: Partial<FormLine>): FormEvent => ({ type: 'line', at: index, change });
const sheet = (...lines: Partial<FormLine>[]): EntryForm =>
  after(emptyForm('30/9'), ...lines.map((change, index) => typed(index, change)));
const written = ({ lines }: EntryForm): string[] =>
  lines.filter((line) => !isBlank(line)).map((line) => `${line.account} ${line.debit}|${line.credit}`);

describe('the entry sheet', () => {
  test('begins empty, with room for four lines, and keeps an empty line to go on with', () => {
    const form = emptyForm('2026-09-30');
    expect([form.lines.length, form.lines.every(isBlank), form.kind]).toEqual([4, true, 'ordinary']);
    const full = sheet({ account: '1' }, { account: '2' }, { account: '3' }, { account: '4' });
    expect(full.lines).toHaveLength(5);
    expect(isBlank(full.lines.at(-1) as FormLine)).toBe(true);
  });
  test('every line has a key of its own, also when one above is repeated', () => {
    const form = after(sheet({ account: '1010', debit: '5' }), { type: 'repeat-above', at: 1 });
    expect(written(form)).toEqual(['1010 5|', '1010 5|']);
    expect(new Set(form.lines.map((line) => line.key)).size).toBe(form.lines.length);
  });
  test('there is nothing above the first line to repeat', () => {
    const form = sheet({ account: '1010' });
    expect(after(form, { type: 'repeat-above', at: 0 })).toBe(form);
  });
  test('a line can be taken away, the last one leaves room again', () => {
    const form = after(sheet({ account: '1' }, { account: '2' }), { type: 'remove', at: 0 });
    expect(written(form)).toEqual(['2 |']);
    const none = after({ ...form, lines: [emptyLine()] }, { type: 'remove', at: 0 });
    expect(none.lines.length).toBeGreaterThan(0);
  });
  test('a line is put in between, and changes places with its neighbours, but not beyond the ends', () => {
    const form = sheet({ account: '1' }, { account: '2' }, { account: '3' });
    const accounts = ({ lines }: EntryForm): string => lines.map(({ account }) => account || '-').join('');
    expect(accounts(after(form, { type: 'insert', at: 1 }))).toBe('1-23-');
    expect(accounts(after(form, { type: 'move', at: 1, by: -1 }))).toBe('213-');
    expect(accounts(after(form, { type: 'move', at: 1, by: 1 }))).toBe('132-');
    expect(after(form, { type: 'move', at: 0, by: -1 })).toBe(form);
    expect(accounts(after(form, { type: 'move', at: 2, by: 1 }))).toBe('12-3-');
  });
  test('its head changes by itself', () => {
    const form = after(sheet({ account: '1' }), { type: 'head', change: { explanation: 'Rent', date: '1/10' } });
    expect([form.explanation, form.date, written(form)]).toEqual(['Rent', '1/10', ['1 |']]);
  });
  test('starts over as it is told', () => {
    const other = emptyForm('2026-01-01', 'adjusting');
    expect(after(sheet({ account: '1' }), { type: 'start', form: other })).toBe(other);
  });
});

describe('an amount that has been left', () => {
  test.each([
    ['is worked out', '12,5*4', '', '50.00', ''],
    ['is written plainly', '1234.5', '', '1234.50', ''],
    ['goes to the other side when negative', '-7', '', '', '7.00'],
    ['empties the other side', '3', '9.00', '3.00', ''],
    ['is nothing when zero', '5-5', '2.00', '', ''],
    ['stays as typed when it is no arithmetic', '5+', '', '5+', ''],
    ['stays empty', '  ', '4.00', '', '4.00'],
  ])('%s', (_, debit, credit, settledDebit, settledCredit) => {
    const form = after(sheet({ debit: debit.replace(',', '.'), credit }), {
      type: 'settled',
      at: 0,
      side: 'debit',
      currency: EUR,
    });
    expect([form.lines[0]?.debit, form.lines[0]?.credit]).toEqual([settledDebit, settledCredit]);
  });
  test('a credit that is negative becomes a debit', () => {
    const form = after(sheet({ credit: '-2.5' }), { type: 'settled', at: 0, side: 'credit', currency: EUR });
    expect([form.lines[0]?.debit, form.lines[0]?.credit]).toEqual(['2.50', '']);
  });
});

describe('amounts in the marks of the person', () => {
  afterEach(() => setOwnWays());
  const settle = (debit: string) =>
    after(sheet({ debit }), { type: 'settled', at: 0, side: 'debit', currency: EUR }).lines[0];
  test.each([
    ['12,34', '12.34', ''],
    ['0,05', '0.05', ''],
    ['1.234,50', '1234.50', ''],
    ['1 234,50', '1234.50', ''],
    ['(12.50)', '', '12.50'],
    ['12.50 CR', '', '12.50'],
  ])('%s is understood and written back at once', (typedText, debit, credit) => {
    expect(settle(typedText)).toMatchObject({ debit, credit });
  });
  test('too many places are refused at the cell, and not rounded', () => {
    expect(settle('12.345')).toMatchObject({
      debit: '12.345',
      doubts: {
        debit: '“12.345” has more decimals than EUR, which has 2 decimals. If thousands are meant, type 12345.',
      },
    });
    const again = after(
      sheet({ debit: '12.345' }),
      { type: 'settled', at: 0, side: 'debit', currency: EUR },
      typed(0, { debit: '12.34' }),
    );
    expect(again.lines[0]?.doubts).toEqual({});
  });
  test('who writes a comma sees a comma, and the wire has a point', () => {
    setOwnWays({ ...USUAL_PREFERENCES, amounts: 'comma', dates: 'month-first' });
    const form = after(
      sheet({ account: '1', debit: '1.234,5' }, { account: '2', credit: '1.234' }),
      { type: 'settled', at: 0, side: 'debit', currency: EUR },
      { type: 'settled', at: 1, side: 'credit', currency: EUR },
      { type: 'head', change: { date: '12/31' } },
    );
    expect(written(form)).toEqual(['1 1234,50|', '2 |1234,00']);
    expect(entryRequest(form, near, EUR)).toMatchObject({
      date: '2026-12-31',
      lines: [{ debit: '1234.50' }, { credit: '1234.00' }],
    });
    const kept = {
      ...draftRequest(form, near, EUR),
      id: 1,
      state: 'draft',
      changedBy: '',
      events: [],
      lacks: [],
      corrects: '',
      reversesOn: '',
      createdBy: '',
      updatedAt: '',
      version: 1,
    };
    expect(kept.lines[0]).toMatchObject({ debit: '1234.50' });
    expect(formOf(kept as DraftResponse, EUR).lines[0]).toMatchObject({ debit: '1234,50' });
  });
});

describe('cells pasted from a spreadsheet', () => {
  const account = (number: string, name: string): AccountResponse =>
    ({ number, name, breakdowns: [], currency: null }) as never;
  const contact = (number: string, name: string): ContactResponse => ({ number, name }) as never;
  const on = (form: EntryForm) => ({
    form,
    accounts: [account('1010', 'Bank'), account('4000', 'Sales'), account('5', 'Till')],
    contacts: [contact('77', 'Low Weir Inn')],
    breakdowns: [],
    currency: EUR,
  });
  /** What is written once a text was pasted, with what else stands on the lines, and how much was not understood. */
  const pasted = (text: string, from: LineColumn = 'account'): [string[], number] => {
    const form = sheet();
    const { lines = [], doubtful = 0 } = pastedLines(text, 0, from, on(form)) ?? {};
    const { lines: after300 } = after(form, { type: 'pasted', at: 0, lines });
    return [
      after300
        .filter((line) => !isBlank(line))
        .map(({ account: number, note, contact: name, debit, credit }) =>
          `${number} ${debit}|${credit} ${note} ${name}`.trim(),
        ),
      doubtful,
    ];
  };
  test('become cells, from the one they are pasted into on', () => {
    const form = sheet({ account: '9' });
    const lines = pastedLines('1010\tcash\t\t1.234,50\nSales\t\t\t\t(3)\n', 1, 'account', on(form))?.lines ?? [];
    expect(written(after(form, { type: 'pasted', at: 1, lines }))).toEqual(['9 |', '1010 1234.50|', '4000 3.00|']);
    expect(pasted('5\t\n\t6\n7', 'debit')).toEqual([['5.00|', '|6.00', '7.00|'], 0]);
  });
  test('bring their tax among them: none is proposed', () => {
    const form = sheet({});
    const accounts = [{ number: '6100', name: 'Rent', currency: null, breakdowns: [], taxCode: 'P20' }] as never;
    const lines = pastedLines('6100\trent\n6100\tmore', 0, 'account', { ...on(form), accounts })?.lines ?? [];
    expect(
      after(form, { type: 'pasted', at: 0, lines })
        .lines.map(({ taxCode }) => taxCode)
        .join(''),
    ).toBe('');
  });
  test('more of them than there are lines make room; one cell alone is typed like any', () => {
    const form = sheet({});
    const lines =
      pastedLines(Array.from({ length: 9 }, (_, index) => `10${index}\tx`).join('\n'), 2, 'account', on(form))
        ?.lines ?? [];
    expect(after(form, { type: 'pasted', at: 2, lines }).lines).toHaveLength(12);
    expect(pastedLines('12.50', 0, 'debit', on(form))).toBeUndefined();
  });
  test.each<[string, string, string[]]>([
    [
      'headings in an order of their own, one of them left out',
      'Date\tCredit\tDebit\tAccount no.\tDetails\n1/3\t\t7\t1010\tpaid in\n1/3\t7\t\t4000\tcider',
      ['1010 7.00| paid in', '4000 |7.00 cider'],
    ],
    [
      'headings with one signed column and names of accounts',
      'Account\tAmount\tCustomer\nBank\t12.50\t\nsales\t-12.50\tlow weir inn',
      ['1010 12.50|', '4000 |12.50  Low Weir Inn'],
    ],
    [
      'a number and a name of the same account',
      'No\tName\tValue\n1010\tBank\t5\n4000\tSales\t(5)',
      ['1010 5.00|', '4000 |5.00'],
    ],
    ['an account and a signed amount, without headings', '1010\t12.50\n4000\t-12.50', ['1010 12.50|', '4000 |12.50']],
    ['two amounts right behind the account', '1010\t12.50\t\n4000\t\t12.50', ['1010 12.50|', '4000 |12.50']],
    [
      'the account behind its note',
      'cider sold\t1010\t3\nof March\t4000\t-3',
      ['1010 3.00| cider sold', '4000 |3.00 of March'],
    ],
    ['a contact told by what it is', '4000\tLow Weir Inn\tcider\t9 CR', ['4000 |9.00 cider Low Weir Inn']],
    ['an account whose number could be an amount', '5\t3.00\n4000\t-3.00', ['5 3.00|', '4000 |3.00']],
  ])('are read: %s', (_, text, lines) => expect(pasted(text)).toEqual([lines, 0]));
  test('what is not understood stays in its cell, and is counted', () => {
    expect(pasted('1010\tx\t\t12.345\t\n9999\ty\t\t\tlots')).toEqual([['1010 12.345| x', '9999 |lots y'], 3]);
    const { lines } = pastedLines('1010\tx\t\t12.345\tlots', 0, 'account', on(sheet())) ?? {};
    expect(Object.keys(lines?.[0]?.doubts ?? {})).toEqual(['debit', 'credit']);
  });
  test('what was pasted says itself what it was read as', () => {
    expect(pastedLines('Amount\tAccount\n3\t1010', 0, 'note', on(sheet()))?.columns).toEqual(['amount', 'account']);
  });
});

describe('what is missing', () => {
  const balanced = (form: EntryForm, index: number): EntryForm => {
    const missing = missingWithout(form, index, EUR, near, { codes: [], accounts: [] });
    return after(form, { type: 'balanced-here', at: index, currency: EUR, missing });
  };
  test('is put in by one key, in the place of what stands there', () => {
    const form = balanced(sheet({ debit: '10' }, { debit: '3' }, { debit: '99' }), 2);
    expect([form.lines[2]?.debit, form.lines[2]?.credit]).toEqual(['', '13.00']);
  });
  test('nothing is put in when the others balance', () => {
    expect(balanced(sheet({ debit: '10' }, { credit: '10' }, { debit: '5' }), 2).lines[2]?.debit).toBe('5');
  });
  test('is paid: on a taxed line the tax is in it', () => {
    const form = balanced(sheet({ credit: '12' }, { taxCode: 'P', amountIs: 'net', taxAdjustment: '0.01' }), 1);
    expect(form.lines[1]).toMatchObject({ debit: '12.00', amountIs: 'gross', taxAdjustment: '' });
  });
  test('amounts that are no arithmetic count as nothing', () =>
    expect(amountsOf(sheet({ debit: '1+' }, { credit: '2' }, { debit: '3*2' }), EUR).slice(0, 3)).toEqual([
      0, -200, 600,
    ]));
});

describe('a line in a foreign currency', () => {
  const HELD = { way: 'ratePerBase', text: '0.8' } as const;
  const left = (line: Partial<FormLine>, held: QuotedRate | 'none' = HELD): Partial<FormLine> => {
    const form = after(sheet({ account: '1030', currency: 'GBP', ...line }), {
      type: 'foreign-settled',
      at: 0,
      currency: EUR,
      ...(held !== 'none' && { held }),
    });
    const { foreignAmount, rate, rateWay, debit, credit } = form.lines[0] as FormLine;
    return { foreignAmount, rate, rateWay, debit, credit };
  };
  test.each<[string, Partial<FormLine>, Partial<FormLine>]>([
    [
      'the rate of the day is taken',
      { foreignAmount: '100' },
      { rate: '0.8', rateWay: 'ratePerBase', debit: '125.00' },
    ],
    [
      'below zero it is a credit',
      { foreignAmount: '-100' },
      { foreignAmount: '100.00', debit: '', credit: '125.00' },
    ],
    ['arithmetic is worked out', { foreignAmount: '3*50' }, { foreignAmount: '150.00', debit: '187.50' }],
    [
      'a rate that was typed goes before',
      { foreignAmount: '100', rate: '1.2', rateWay: 'rate' },
      { rate: '1.2', debit: '120.00' },
    ],
    [
      'it stays on the side it is on',
      { foreignAmount: '100', rate: '1.2', credit: '1' },
      { debit: '', credit: '120.00' },
    ],
    ['an amount typed without a rate stands', { foreignAmount: '100', debit: '118' }, { rate: '', debit: '118' }],
    [
      'what is no rate moves nothing',
      { foreignAmount: '100', rate: 'dear' },
      { rate: 'dear', debit: '', credit: '' },
    ],
    ['what is no amount moves nothing', { foreignAmount: 'lots' }, { foreignAmount: 'lots', rate: '', debit: '' }],
  ])('%s', (_, line, wanted) => expect(left(line)).toMatchObject(wanted));
  test('without a rate of the day nothing is computed', () =>
    expect(left({ foreignAmount: '100' }, 'none')).toMatchObject({ rate: '', debit: '', credit: '' }));
  test('of rate and amount the one typed last counts', () => {
    const line = {
      account: '1030',
      currency: 'GBP',
      foreignAmount: '100',
      rate: '0.8',
      rateWay: 'ratePerBase',
    } as const;
    const settled = (debit: string): FormLine =>
      after(sheet({ ...line, debit }), { type: 'settled', at: 0, side: 'debit', currency: EUR }).lines[0] as FormLine;
    expect([settled('125').rate, settled('124.50').rate]).toEqual(['0.8', '']);
  });
});

describe('the entry as it is sent', () => {
  test('has its date completed, amounts worked out and blank lines left out', () => {
    const form = after(
      sheet({ account: '1010', debit: '2*3.5', note: ' counted ' }, {}, { account: '4000', credit: '7' }),
      { type: 'head', change: { date: '17/6', explanation: 'Cider', reference: '  ' } },
    );
    expect(entryRequest(form, near, EUR)).toEqual({
      date: '2026-06-17',
      kind: 'ordinary',
      explanation: 'Cider',
      lines: [
        { account: '1010', debit: '7.00', note: ' counted ' },
        { account: '4000', credit: '7.00' },
      ],
    });
  });
  test('says what cannot be understood just as it was typed, for the books to point at', () => {
    const form = after(sheet({ account: '1010', debit: '7x' }), { type: 'head', change: { date: 'soon' } });
    expect(entryRequest(form, near, EUR)).toMatchObject({ date: 'soon', lines: [{ debit: '7x' }] });
  });
  test('names currency and rate only where there is a foreign amount', () => {
    const form = sheet(
      { account: '1', debit: '9', currency: 'USD', foreignAmount: '10', rate: '0.9' },
      { account: '2', credit: '9', currency: 'USD', rate: '0.9' },
    );
    expect(entryRequest(form, near, EUR).lines).toEqual([
      { account: '1', debit: '9.00', currency: 'USD', foreignAmount: '10.00', rate: '0.9' },
      { account: '2', credit: '9.00' },
    ]);
  });
  test('quotes a rate the way it was typed', () => {
    const form = sheet({
      account: '1',
      currency: 'GBP',
      foreignAmount: '10',
      rate: '0.8407',
      rateWay: 'ratePerBase',
    });
    expect(entryRequest(form, near, EUR).lines).toEqual([
      { account: '1', currency: 'GBP', foreignAmount: '10.00', ratePerBase: '0.8407' },
    ]);
  });
  test('problems lead back to the row they were typed in, past the blank ones', () => {
    const form = sheet({ account: '1' }, {}, { account: '3' });
    expect(rowOfPath(form, 'lines.1.account')).toEqual({ row: 2, field: 'account' });
    expect(rowOfPath(form, 'lines.0.debit')).toEqual({ row: 0, field: 'debit' });
    expect([rowOfPath(form, 'lines.7.debit'), rowOfPath(form, 'date'), rowOfPath(form, 'lines')]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
});

test('what a line belongs to is sent with its dates in full, and gone on with as it reads', () => {
  const document = { document: ' A 1 ', documentDate: '3 Dec 2025', dueDate: '2 Jan 2026', ownNumber: 'P 7' };
  const form = sheet({ account: '1100', contact: 'Low Weir', credit: '5', ...document });
  const sent = { document: 'A 1', documentDate: '2025-12-03', dueDate: '2026-01-02', ownNumber: 'P 7' };
  expect(entryRequest(form, near, EUR).lines[0]).toMatchObject(sent);
  expect(draftRequest(form, near, EUR).lines[0]).toMatchObject(sent);
  const kept = {
    ...draftRequest(form, near, EUR),
    id: 1,
    state: 'draft',
    changedBy: '',
    events: [],
    lacks: [],
    corrects: '',
    reversesOn: '',
    attachments: [],
    createdBy: '',
    updatedAt: '',
    version: 1,
  };
  expect(formOf(kept as DraftResponse, EUR).lines[0]).toMatchObject({ ...document, document: 'A 1' });
  const unclear = sheet({ account: '1100', credit: '5', dueDate: 'soon' });
  expect(entryRequest(unclear, near, EUR).lines[0]).toMatchObject({ dueDate: 'soon' });
  expect(Object.keys(entryRequest(sheet({ account: '1010', debit: '5' }), near, EUR).lines[0] ?? {})).toEqual([
    'account',
    'debit',
  ]);
});

describe('a draft', () => {
  const draft: DraftResponse = {
    id: 1,
    date: '17/6',
    kind: 'adjusting',
    explanation: 'Half done',
    reference: '',
    supplyDate: '',
    lines: [{ account: '1010', debit: '2*' }, { note: 'ask Ada' }],
    state: 'draft',
    changedBy: '',
    events: [],
    lacks: [],
    corrects: '',
    reversesOn: '',
    attachments: [],
    createdBy: 'Ada',
    updatedAt: '2026-06-17T10:00:00.000Z',
    version: 4,
  };
  test('is kept with its date and amounts where they can be read, else as typed, and gone on with as it was kept', () => {
    const form = formOf(draft, EUR);
    expect(draftRequest(form, near, EUR, 4)).toEqual({
      date: '2026-06-17',
      kind: 'adjusting',
      explanation: 'Half done',
      reference: '',
      lines: [{ account: '1010', debit: '2*' }, { note: 'ask Ada' }],
      version: 4,
    });
    expect(isBlank(form.lines.at(-1) as FormLine)).toBe(true);
  });
  test('of a new entry names no version', () =>
    expect(draftRequest(sheet({}), near, EUR)).not.toHaveProperty('version'));
});

test('only accounts that take typed entries are offered', () => {
  const account = (number: string, change: Partial<AccountResponse>): AccountResponse =>
    ({ number, heading: false, active: true, typedEntries: true, ...change }) as AccountResponse;
  const offered = writableAccounts([
    account('1', {}),
    account('2', { heading: true }),
    account('3', { active: false }),
    account('4', { typedEntries: false }),
  ]);
  expect(offered.map((account) => account.number)).toEqual(['1']);
});

describe('breakdowns on a line', () => {
  const site = {
    id: 1,
    name: 'Site',
    selfBalancing: false,
    usualValue: 'Press house',
    requiredBy: [],
    values: [],
    version: 1,
  };
  const fund = { ...site, id: 2, name: 'Fund', selfBalancing: true, usualValue: null };
  const rent = { number: '6100', currency: null, breakdowns: ['Site'] } as unknown as AccountResponse;
  const bank = { number: '1010', currency: null, breakdowns: [] } as unknown as AccountResponse;
  test('are shown where they are needed, named, asked for or balance by themselves', () => {
    const names = (line: Partial<FormLine>, account?: AccountResponse): string[] =>
      shownBreakdowns({ ...emptyLine(), ...line }, account, [site, fund]).map((breakdown) => breakdown.name);
    expect(names({}, rent)).toEqual(['Site', 'Fund']);
    expect(names({}, bank)).toEqual(['Fund']);
    expect(names({ breakdowns: { Site: 'Orchard' } }, bank)).toEqual(['Site', 'Fund']);
    expect(names({ showsBreakdowns: true }, bank)).toEqual(['Site', 'Fund']);
    expect(names({ showsBreakdowns: true })).toEqual([]);
  });
  test('are filled in as usual, never over what was typed', () => {
    expect(withAccount(emptyLine(), '6100', rent, [site, fund]).breakdowns).toEqual({ Site: 'Press house' });
    expect(withAccount({ ...emptyLine(), breakdowns: { Site: 'Orchard' } }, '6100', rent, [site]).breakdowns).toEqual(
      {
        Site: 'Orchard',
      },
    );
    expect(withAccount(emptyLine(), '1010', bank, [site]).breakdowns).toEqual({});
  });
});
