import { readSomeTrays } from '../src/areas/account-detail/tray-rows.js';
import { addTakeOnRows, changeTakeOnRow, removeTakeOnRows } from '../src/areas/take-on/take-on-commands.js';
import { booksOf } from '../src/areas/books/books-store.js';
import { createFirstOwner } from '../src/platform/sessions/session-commands.js';
import { createOrganisation } from '../src/areas/beginning/beginning-commands.js';
import { addContact } from '../src/areas/contacts/contact-commands.js';
import 'reflect-metadata';
import {
  addDays,
  addMonths,
  daysOfPeriod,
  fiscalMonthOf,
  fiscalYearOf,
  minor,
  parseCivilDate,
  parsePercent,
  versionOf,
  type AccountId,
  type CheckedEntry,
  type CivilDate,
  type ContactId,
  type EntryLine,
} from '@just-ledger/core';
import fc from 'fast-check';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadChart } from '../src/areas/accounts/account-store.js';
import { openForReading, type Db } from '../src/platform/database/connection.js';
import { keptUntilCommit } from '../src/platform/database/kept-reading.js';
import { prepareBooks } from '../src/platform/database/migrate.js';
import { EntryAppender } from '../src/areas/journal/append-entry.js';
import { everyPostedEntry } from '../src/areas/journal/posted-entries.js';
import { flowsBetween } from '../src/areas/ledger/flow-store.js';
import { fullCheck } from '../src/areas/proofs/chain-check.js';
import { WriteContext } from '../src/platform/threads/write-context.js';

const TODAY = parseCivilDate('2027-01-18');
const calendar = { firstDay: parseCivilDate('2025-10-15'), fiscalYearStartMonth: 4, fiscalYearStartDay: 1 };

let folder: string;
let context: WriteContext;
let reading: Db;

beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-appending-'));
  await prepareBooks(folder);
  context = new WriteContext(folder, { today: () => TODAY, moment: () => `${TODAY}T12:00:00.000Z` });
  reading = openForReading(folder);
  const person = context.transact(() =>
    createFirstOwner(context, { email: 'a@sallow-reach.test', name: 'Ada', passwordHash: '-' }),
  );
  for (const name of ['Cider', 'Hedges'])
    context.transact(() =>
      createOrganisation(context, {
        person,
        request: {
          name,
          kind: 'company',
          baseCurrency: 'EUR',
          fiscalYearStartMonth: calendar.fiscalYearStartMonth,
          firstDay: calendar.firstDay,
          starterChart: true,
        },
      }),
    );
  context.transact(() =>
    addContact(context, { organisation: 1, person: 1, request: { name: 'Low Weir', roles: ['customer'] } }),
  );
});
afterEach(() => {
  reading.$client.close();
  context.db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

const known = new Map<string, AccountId>();

/** The id of an account; the same in every test, since each makes the same charts in the same order. */
function accountOf(number: string, organisation = 1): AccountId {
  const key = `${organisation} ${number}`;
  const id = known.get(key) ?? (loadChart(context.db, organisation).byNumber.get(number)?.id as AccountId);
  known.set(key, id);
  return id;
}

const appender = (organisation = 1): EntryAppender =>
  new EntryAppender(context, { organisation, person: 1, source: 'import' }, booksOf(context, organisation));

function sale(date: string, amount: number, more: Partial<EntryLine> = {}, organisation = 1): CheckedEntry {
  return {
    date: parseCivilDate(date),
    kind: date < calendar.firstDay ? 'opening' : 'ordinary',
    explanation: `Sold for ${amount}`,
    lines: [
      { account: accountOf('1010', organisation), amount: minor(amount), ...more },
      { account: accountOf('4000', organisation), amount: minor(-amount) },
    ],
  };
}

const proved = (organisation = 1): void => {
  const check = fullCheck(reading, organisation);
  expect(check.broken).toBeUndefined();
  expect(check.proofs.every((proof) => proof.holds)).toBe(true);
};

describe('entries appended', () => {
  test('by the thousand keep their numbers, seals and totals across batches', () => {
    const entries = Array.from({ length: 20_003 }, (_, n) =>
      sale(`2026-${String(1 + (n % 12)).padStart(2, '0')}-${String(1 + (n % 28)).padStart(2, '0')}`, n + 1),
    );
    const result = context.transact(() => appender().appendAll(entries));
    const before = entries.filter((entry) => entry.date < '2026-04-01').length;
    expect(result).toEqual({ posted: 20_003, first: '2026-0001', last: expect.stringMatching(/^202[67]-\d+$/) });
    expect([...everyPostedEntry(reading, 1)].filter(({ row }) => row.year === '2026')).toHaveLength(before);
    proved();
  });
  test('none at all leave nothing behind', () => {
    expect(context.transact(() => appender().appendAll([]))).toEqual({ posted: 0, first: null, last: null });
    proved();
  });
  test('by a command that returns a promise are not posted at all', () => {
    const before = reading.$client.prepare('SELECT count(*) FROM entry').pluck().get();
    const later = (): Promise<void> => {
      appender().append(sale('2026-05-01', 3));
      return Promise.resolve();
    };
    expect(() => context.transact(later)).toThrow(/promise/);
    expect(reading.$client.prepare('SELECT count(*) FROM entry').pluck().get()).toBe(before);
  });
  test('are all taken back when one of them is refused by the file', () => {
    const wrong = sale('2026-05-01', 5);
    const [debit, credit] = wrong.lines as [EntryLine, EntryLine];
    const unbalanced = { ...wrong, lines: [debit, { ...credit, amount: minor(-4) }] };
    expect(() => context.transact(() => appender().appendAll([sale('2026-05-01', 1), unbalanced]))).toThrow(
      /out of balance/,
    );
    expect(fullCheck(reading, 1).checkedTo).toBe(0);
    expect(context.transact(() => appender().append(sale('2026-05-01', 2)))).toMatchObject({ number: '2027-0001' });
    proved();
  });
  test('are not held up by what somebody else has left staged', () => {
    context.db.$client.exec(
      `INSERT INTO staged_entry (place, year, number, date, kind, stage, source, explanation, posted_at, posted_by, previous_seal,
        seal) VALUES (1, '2027', 1, '2026-05-01', 'ordinary', 'ordinary', 'import', 'left', 'x', 1, 'x', 'x');
      INSERT INTO staged_line (entry, place, account, amount) VALUES (1, 1, 1, 5)`,
    );
    expect(context.transact(() => appender().append(sale('2026-05-01', 2)))).toMatchObject({ place: 1 });
    proved();
  });
  test('to two organisations turn and turn about form a chain each', () => {
    context.transact(() => {
      const [cider, hedges] = [appender(1), appender(2)];
      for (let n = 1; n <= 5; n += 1) {
        cider.append(sale('2026-05-01', n));
        hedges.append(sale('2026-05-01', n, {}, 2));
      }
    });
    for (const organisation of [1, 2]) {
      expect(fullCheck(reading, organisation).checkedTo).toBe(5);
      proved(organisation);
    }
  });
  test('are read back as they were posted, with all that a line can hold', () => {
    const full: Partial<EntryLine> = {
      note: 'by the “glass”, ü',
      contact: 1 as ContactId,
      foreign: { currency: 'USD', amount: minor(1_500), quote: { ratePerBase: '1.0845' } } as never,
      dueDate: parseCivilDate('2026-06-30'),
      document: 'I-17',
      movement: 'other',
      cashBasis: false,
      tax: { code: 1, rate: parsePercent('20'), base: minor(1_383), adjustment: minor(-2) },
    };
    context.db.$client.exec("INSERT INTO tax_code VALUES (1, 1, 'S', 'Sales', 'sales', 'line', 1, 1)");
    const entries = [
      sale('2026-05-01', 1_383, full),
      { ...sale('2026-05-02', 5), reference: 'R 5', supplyDate: parseCivilDate('2026-04-30') },
      sale('2026-05-03', 7, { cashBasis: true, foreign: { currency: 'JPY', amount: minor(9) } as never }),
      sale('2025-10-14', 11),
    ];
    context.transact(() => appender().appendAll(entries));
    const back = [...everyPostedEntry(reading, 1)].map(({ posted }) => posted);
    expect(
      back.map(({ date, kind, explanation, reference, supplyDate, lines }) => ({
        date,
        kind,
        explanation,
        reference,
        supplyDate,
        lines,
      })),
    ).toEqual(entries.map((entry) => ({ reference: undefined, supplyDate: undefined, ...entry })));
    proved();
  });
});

describe('the file itself', () => {
  /** Posts one entry into new books whose years begin on some day, with some periods locked, and takes all of it back. */
  function posted(start: readonly [month: number, day: number], date: CivilDate, locked: readonly string[]): string {
    let said = '';
    const back = (): void =>
      context.transact(() => {
        const request = {
          name: 'Any day',
          kind: 'company',
          baseCurrency: 'EUR',
          fiscalYearStartMonth: start[0],
          fiscalYearStartDay: start[1],
          firstDay: '2023-01-01',
          starterChart: true,
        } as const;
        const { id } = createOrganisation(context, { person: 1, request });
        for (const period of locked)
          context.db.$client
            .prepare(
              `INSERT INTO period_lock (organisation, period, locked_at, locked_by, entries, seal) VALUES (?, ?, 'x', 1, 0, '')`,
            )
            .run(id, period);
        try {
          [said = ''] = appender(id)
            .append(sale(date, 1, {}, id))
            .number.split('-');
        } catch (error) {
          said = String(error);
        }
        throw new Error('taken back');
      });
    expect(back).toThrow('taken back');
    return said;
  }

  test('knows the year and the month of every date, on whatever day years begin', () => {
    const near = fc.tuple(
      fc.constantFrom<readonly [number, number]>([4, 6], [1, 1], [1, 2], [2, 29], [12, 31], [3, 31], [7, 1]),
      fc.integer({ min: 0, max: 5 }),
      fc.integer({ min: 0, max: 11 }),
      fc.integer({ min: -2, max: 2 }),
    );
    fc.assert(
      fc.property(near, ([[month, day], year, months, days]) => {
        const years = {
          firstDay: parseCivilDate('2023-01-01'),
          fiscalYearStartMonth: month,
          fiscalYearStartDay: day,
        };
        const date = addDays(addMonths(parseCivilDate(`${2023 + year}-02-01`), months, day), days);
        const [own, before, after] = ([0, -1, 1] as const).map((by): string => {
          const { from } = daysOfPeriod(years, fiscalMonthOf(years, date));
          return fiscalMonthOf(years, addMonths(from, by, day));
        }) as [string, string, string];
        expect(posted([month, day], date, [before, after])).toBe(fiscalYearOf(years, date).label);
        expect(posted([month, day], date, [own])).toMatch(/locked/);
      }),
      { seed: 20261128, numRuns: 60 },
    );
  });
  test('takes no year that begins on a day that is none', () => {
    const change = (day: number): void =>
      void context.db.$client.prepare('UPDATE organisation SET fiscal_year_start_day = ?').run(day);
    expect(() => change(0)).toThrow(/a day of a month/);
    expect(() => change(32)).toThrow(/a day of a month/);
    context.transact(() => appender().append(sale('2026-05-01', 2)));
    expect(() => change(6)).toThrow(/start of the year stay/);
  });
});

test.each([
  ['nobody', 'owner', /being closed/],
  ['owners', 'approver', /being closed/],
  ['owners', 'owner', /-0002$/],
  ['all', 'approver', /-0002$/],
])('into a month that is being closed the database lets %s post: an %s', (who, role, answer) => {
  const { $client } = context.db;
  const entryAppender = appender();
  context.transact(() => {
    // from now on this one takes no month as being closed
    entryAppender.append(sale('2026-05-01', 1));
    $client.exec(`INSERT INTO period_closing (organisation, period, begun_at, begun_by) VALUES (1, '2026-05', 'x', 1);
      INSERT INTO person (id, email, password_hash, name, created_at) VALUES (2, 'b@sallow-reach.test', '-', 'Bea', 'x');
      INSERT INTO membership (organisation, person, role, since) SELECT id, 2, 'owner', 'x' FROM organisation;
      UPDATE organisation SET posts_while_closing = '${who}';
      UPDATE membership SET role = '${role}' WHERE person = 1`);
  });
  const post = (): string => {
    try {
      return context.transact(() => entryAppender.append(sale('2026-05-31', 1)).number);
    } catch (error) {
      return String(error);
    }
  };
  expect(post()).toMatch(answer);
});

describe('flows', () => {
  test('of any span are the sums of its lines', () => {
    const day = fc
      .integer({ min: 0, max: 700 })
      .map((days) => new Date(Date.UTC(2025, 9, 1 + days)).toISOString().slice(0, 10));
    const entries = fc.sample(fc.tuple(day, fc.integer({ min: 1, max: 9_999 })), { numRuns: 300, seed: 7 });
    context.transact(() => appender().appendAll(entries.map(([date, amount]) => sale(date, amount))));
    proved();
    const bank = accountOf('1010');
    const view = { organisation: 1, calendar };
    fc.assert(
      fc.property(fc.option(day, { nil: undefined }), day, (from, to) => {
        fc.pre(from === undefined || from <= to);
        const flows = flowsBetween(reading, view, from as never, to as never);
        const sum = flows.filter((flow) => flow.account === bank).reduce((all, flow) => all + flow.amount, 0);
        const lines = entries.filter(([date]) => (from === undefined || date >= from) && date <= to);
        expect(sum).toBe(lines.reduce((all, [, amount]) => all + amount, 0));
        const alone = flowsBetween(reading, view, from as never, to as never, bank);
        expect(alone.reduce((all, flow) => all + flow.amount, 0)).toBe(sum);
      }),
      { numRuns: 150 },
    );
  });
  test('as they were known at any place are the sums of what was posted up to it', () => {
    const day = fc
      .integer({ min: 0, max: 700 })
      .map((days) => new Date(Date.UTC(2025, 9, 1 + days)).toISOString().slice(0, 10));
    const entries = fc.sample(fc.tuple(day, fc.integer({ min: 1, max: 9_999 })), { numRuns: 80, seed: 8 });
    context.transact(() => appender().appendAll(entries.map(([date, amount]) => sale(date, amount))));
    const bank = accountOf('1010');
    fc.assert(
      fc.property(fc.option(day, { nil: undefined }), day, fc.integer({ min: 0, max: 80 }), (from, to, knownTo) => {
        fc.pre(from === undefined || from <= to);
        const known = entries.slice(0, knownTo);
        const lines = known.filter(([date]) => (from === undefined || date >= from) && date <= to);
        const view = { organisation: 1, calendar, knownTo };
        for (const account of [undefined, bank]) {
          const flows = flowsBetween(reading, view, from as never, to as never, account);
          const sum = flows.filter((flow) => flow.account === bank).reduce((all, flow) => all + flow.amount, 0);
          expect(sum).toBe(lines.reduce((all, [, amount]) => all + amount, 0));
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe('balances', () => {
  const pages = (): Record<number, Record<number, number>> => {
    const rows = reading.$client
      .prepare<[], { period: number; account: number; amount: number }>(
        'SELECT period, account, amount FROM balance WHERE organisation = 1 ORDER BY period, account',
      )
      .all();
    const found: Record<number, Record<number, number>> = {};
    for (const { period, account, amount } of rows) (found[period] ??= {})[account] = amount;
    return found;
  };
  const [bank, sales] = [() => accountOf('1010'), () => accountOf('4000')];
  const held = (amount: number): Record<number, number> => ({ 0: 0, [bank()]: amount, [sales()]: -amount });

  test('stand on a page for each month that was posted to, each taken over from the one before', () => {
    for (const [date, amount] of [
      ['2026-05-01', 5],
      ['2026-05-31', 1],
      ['2026-08-15', 20],
    ] as const)
      context.transact(() => appender().append(sale(date, amount)));
    expect(pages()).toEqual({ 202605: held(6), 202608: held(26) });
  });
  test('move on all later pages when an entry is dated back, between two or before all of them', () => {
    for (const [date, amount] of [
      ['2026-08-15', 20],
      ['2026-05-01', 5],
      ['2026-06-30', 300],
      ['2026-05-02', 1_000],
    ] as const)
      context.transact(() => appender().append(sale(date, amount)));
    expect(pages()).toEqual({ 202605: held(1_005), 202606: held(1_305), 202608: held(1_325) });
    proved();
  });
  test('begin with the month in which an account was first posted to', () => {
    const capital = accountOf('3000');
    const other = (date: string, amount: number): CheckedEntry => {
      const [debit, credit] = sale(date, amount).lines as [EntryLine, EntryLine];
      return { ...sale(date, amount), lines: [debit, { ...credit, account: capital }] };
    };
    for (const entry of [sale('2026-05-01', 5), sale('2026-08-01', 5), other('2026-06-01', 7), sale('2026-07-01', 1)])
      context.transact(() => appender().append(entry));
    expect(Object.entries(pages()).map(([period, page]) => [period, page[capital]])).toEqual([
      ['202605', undefined],
      ['202606', -7],
      ['202607', -7],
      ['202608', -7],
    ]);
    proved();
  });
});

describe('what a reading connection keeps', () => {
  test('is read once, until another connection has committed', () => {
    let times = 0;
    const read = (key = 'how often'): number => keptUntilCommit(reading, key, () => (times += 1));
    expect([read(), read(), read('another')]).toEqual([1, 1, 2]);
    context.transact(() => appender().append(sale('2026-05-01', 1)));
    expect([read(), read()]).toEqual([3, 3]);
  });
  test('is never kept where something is written', () => {
    let times = 0;
    const read = (): number => keptUntilCommit(context.db, 'how often', () => (times += 1));
    expect([read(), read()]).toEqual([1, 2]);
  });
  test('is never a flow that a posting has since changed', () => {
    const bank = (): number =>
      flowsBetween(reading, { organisation: 1, calendar }, undefined, TODAY, accountOf('1010')).reduce(
        (sum, flow) => sum + flow.amount,
        0,
      );
    expect(bank()).toBe(0);
    for (const amount of [5, 6, 7]) {
      const before = bank();
      context.transact(() => appender().append(sale('2026-05-01', amount)));
      expect(bank()).toBe(before + amount);
    }
  });
  test('of what is typed for a take-on is read anew with that or with the set-up, and not with a posting', () => {
    const trays = (): unknown => readSomeTrays(reading, 1, ['trial-balance']).trays;
    const actor = { organisation: 1, person: 1 };
    const cells = { account: '1010', debit: '5.00' };
    const changes: (() => unknown)[] = [
      () => addTakeOnRows(context, { ...actor, tray: 'trial-balance', rows: [{ cells }] }),
      () =>
        changeTakeOnRow(context, {
          ...actor,
          tray: 'trial-balance',
          id: 1,
          cells: { ...cells, debit: '6.00' },
          version: versionOf(cells),
        }),
      () => addContact(context, { ...actor, request: { name: 'High Weir', roles: ['customer'] } }),
      () =>
        removeTakeOnRows(context, {
          ...actor,
          tray: 'trial-balance',
          id: 1,
          version: versionOf({ ...cells, debit: '6.00' }),
        }),
    ];
    for (const change of changes) {
      const before = trays();
      context.transact(() => appender().append(sale('2026-05-01', 1)));
      expect(trays()).toBe(before);
      context.transact(change);
      expect(trays()).not.toBe(before);
      expect(trays()).toBe(trays());
    }
  });
  test('of all sorts does not grow without end', () => {
    for (let index = 0; index < 2_500; index += 1) keptUntilCommit(reading, `key ${index}`, () => index);
    expect(keptUntilCommit(reading, 'key 2499', () => 'anew')).toBe(2_499);
    expect(keptUntilCommit(reading, 'key 0', () => 'anew')).toBe('anew');
  });
});
