import 'reflect-metadata';
import {
  type AccountId,
  addDays,
  type Chart,
  type CheckedEntry,
  type CivilDate,
  type ContactId,
  type EntryLine,
  minor,
  parseCivilDate,
} from '@just-ledger/core';
import { importAccounts } from '@just-ledger/server/areas/accounts/account-commands';
import { loadChart } from '@just-ledger/server/areas/accounts/account-store';
import { readChartFile } from '@just-ledger/server/areas/accounts/chart-file';
import { createOrganisation } from '@just-ledger/server/areas/beginning/beginning-commands';
import { booksOf } from '@just-ledger/server/areas/books/books-store';
import { addBreakdown, addBreakdownValue } from '@just-ledger/server/areas/breakdowns/breakdown-commands';
import { addContact } from '@just-ledger/server/areas/contacts/contact-commands';
import { keepDraft } from '@just-ledger/server/areas/journal/draft-commands';
import { EntryAppender } from '@just-ledger/server/areas/journal/append-entry';
import { prepareBooks } from '@just-ledger/server/platform/database/migrate';
import { hashPassword } from '@just-ledger/server/platform/sessions/password';
import { createFirstOwner } from '@just-ledger/server/platform/sessions/session-commands';
import { WriteContext } from '@just-ledger/server/platform/threads/write-context';
import { LARGE_TODAY, YEARS } from './large-books.js';

/** What a trading organisation looks like: how many of each, and how much one of them takes. */
export interface TradingShape {
  readonly name: string;
  readonly lines: number;
  readonly accounts: number;
  readonly contacts: number;
  /** The part of all sales and purchases that go to the first contact. */
  readonly firstContact: number;
  /** The part of all lines that stand on the account of the bank, at least. */
  readonly bank: number;
}

/** The organisation that is measured, and three others in which something is out of proportion. */
export const TRADING_SHAPES: readonly TradingShape[] = [
  { name: 'a trading company', lines: 1_000_000, accounts: 200, contacts: 400, firstContact: 0.02, bank: 0.2 },
  {
    name: 'few accounts, many contacts',
    lines: 1_000_000,
    accounts: 30,
    contacts: 20_000,
    firstContact: 0,
    bank: 0.2,
  },
  {
    name: 'many accounts, few contacts',
    lines: 1_000_000,
    accounts: 2_000,
    contacts: 12,
    firstContact: 0.1,
    bank: 0.2,
  },
  {
    name: 'one account with half, one contact with a third of all lines',
    lines: 1_000_000,
    accounts: 200,
    contacts: 400,
    firstContact: 0.7,
    bank: 0.5,
  },
];

const ORIGIN = { organisation: 1, person: 1 };

/** Who signs in to measure. */
export const BENCH_OWNER = { email: 'bench@example.test', password: 'a password for the bench' };

const WORDS =
  'timber hire repair delivery transport paint rope diesel printing storage insurance cleaning advice'.split(' ');
const PLACES = 'Low Weir, Sallow Quay, North Mill, Reed Yard, Osier Lane, Heron Point, Alder Wharf'.split(', ');

/** Books of a trading organisation in a data folder, with customers, suppliers, documents, payments, tax and funds. */
export async function tradingBooks(folder: string, shape: TradingShape): Promise<WriteContext> {
  await prepareBooks(folder);
  const context = new WriteContext(folder, {
    today: () => LARGE_TODAY,
    moment: () => `${LARGE_TODAY}T12:00:00.000Z`,
  });
  const passwordHash = await hashPassword(BENCH_OWNER.password);
  const contacts = context.transact(() => setUp(context, shape, passwordHash));
  context.transact(() => {
    const chart = loadChart(context.db, 1);
    new EntryAppender(context, { ...ORIGIN, source: 'import' }, booksOf(context, 1)).appendAll(
      tradingEntries(chart, contacts, shape),
    );
  });
  context.db.$client.exec('ANALYZE');
  context.db.$client.pragma('wal_checkpoint(TRUNCATE)');
  return context;
}

function setUp(context: WriteContext, shape: TradingShape, passwordHash: string): ContactId[] {
  createFirstOwner(context, { email: BENCH_OWNER.email, name: 'Bench', passwordHash });
  createOrganisation(context, {
    person: 1,
    request: {
      name: 'Alder Wharf Trading',
      kind: 'company',
      baseCurrency: 'EUR',
      fiscalYearStartMonth: 1,
      firstDay: '2022-01-01',
      starterChart: false,
    },
  });
  const others = Math.max(0, shape.accounts - 6);
  const further = Array.from({ length: others }, (_, index) => {
    const isRevenue = index % 3 === 0;
    const number = (isRevenue ? 40_000 : 50_000) + index;
    return `${number},${isRevenue ? 'Sales' : 'Cost'} ${index},${isRevenue ? 'revenue' : 'expense'},,`;
  });
  const rows = [
    'number,name,element,role,control',
    '10000,Bank,asset,cash,',
    '11000,Trade receivables,asset,,receivables',
    '20000,Trade payables,liability,,payables',
    '21000,Tax owed,liability,,',
    '30000,Share capital,equity,share-capital,',
    '39000,Retained earnings,equity,retained-earnings,',
    ...further,
  ];
  importAccounts(context, { ...ORIGIN, rows: readChartFile(`${rows.join('\n')}\n`) });
  const fund = addBreakdown(context, { ...ORIGIN, request: { name: 'Fund' } });
  for (const name of ['General', 'Building', 'Bursary', 'Harbour', 'Youth']) {
    addBreakdownValue(context, { ...ORIGIN, id: fund, request: { name } });
  }
  keepDraft(context, { ...ORIGIN, request: { date: LARGE_TODAY, explanation: 'To be looked at', lines: [] } });
  return Array.from({ length: shape.contacts }, (_, index) =>
    addContact(context, {
      ...ORIGIN,
      request: {
        name: `${PLACES[index % PLACES.length] ?? ''} ${WORDS[index % WORDS.length] ?? ''} ${index + 1}`,
        roles: [index % 2 === 0 ? 'customer' : 'supplier'],
        terms: '30',
      },
    }),
  );
}

/** Its entries in the order of their dates, as an import has them. */
function tradingEntries(chart: Chart, contacts: readonly ContactId[], shape: TradingShape): CheckedEntry[] {
  const entries: CheckedEntry[] = [];
  let lines = 0;
  for (const entry of entriesAtRandom(chart, contacts, shape)) {
    entries.push(entry);
    lines += entry.lines.length;
    if (lines >= shape.lines) break;
  }
  return entries.sort((a, b) => (a.date < b.date ? -1 : Number(a.date > b.date)));
}

/** Numbers that are the same at each run and follow no pattern in several of them (mulberry32, public domain, from memory). */
function scattered(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Without an end: a sale or a purchase with tax, mostly paid some weeks later; adjusting and plain entries between them. */
function* entriesAtRandom(
  chart: Chart,
  contacts: readonly ContactId[],
  { firstContact, bank, lines }: TradingShape,
): Generator<CheckedEntry> {
  const random = scattered(20_261_127);
  const accountOf = (number: string): AccountId => {
    const found = chart.byNumber.get(number);
    if (!found) throw new Error(`the chart has no account ${number}`);
    return found.id;
  };
  const cash = accountOf('10000');
  const owed = { sale: accountOf('11000'), purchase: accountOf('20000') };
  const sides = {
    sale: chart.accounts.filter(({ element }) => element === 'revenue').map(({ id }) => id),
    purchase: chart.accounts.filter(({ element }) => element === 'expense').map(({ id }) => id),
  };
  const oneOf = <T>(list: readonly T[]): T => {
    const found = list[Math.floor(random() * list.length)];
    if (found === undefined) throw new Error('nothing to choose from');
    return found;
  };
  const day = (): CivilDate => {
    const month = String(1 + Math.floor(random() * 12)).padStart(2, '0');
    return parseCivilDate(`${oneOf(YEARS)}-${month}-${String(1 + Math.floor(random() * 28)).padStart(2, '0')}`);
  };
  const line = (account: AccountId, amount: number, more: Partial<EntryLine> = {}): EntryLine => ({
    account,
    amount: minor(amount),
    ...more,
  });
  const last = LARGE_TODAY;
  for (let paper = 1; paper <= lines; paper += 1) {
    const date = day();
    const what = oneOf(WORDS);
    const fund = () => ({ breakdowns: { 1: 1 + Math.floor(random() * 5) } });
    if (random() < bank - 0.2) {
      const amount = 1 + Math.floor(random() * 90_000);
      yield {
        date,
        kind: random() < 0.05 ? 'adjusting' : 'ordinary',
        explanation: `Card payment, ${what}`,
        lines: [line(oneOf(sides.purchase), amount, fund()), line(cash, -amount)],
      };
      continue;
    }
    const kind = random() < 0.6 ? 'sale' : 'purchase';
    const sign = kind === 'sale' ? 1 : -1;
    const contact = (random() < firstContact ? contacts[0] : oneOf(contacts)) ?? oneOf(contacts);
    const document = `${kind === 'sale' ? 'S' : 'P'}-${paper}`;
    const net = 500 + Math.floor(random() * 500_000);
    const tax = Math.round(net / 5);
    yield {
      date,
      kind: 'ordinary',
      explanation: `${kind === 'sale' ? 'Invoice' : 'Bill'} for ${what}`,
      reference: document,
      lines: [
        line(owed[kind], sign * (net + tax), { contact, document, dueDate: addDays(date, 30) }),
        line(oneOf(sides[kind]), -sign * net, fund()),
        line(accountOf('21000'), -sign * tax),
      ],
    };
    const paidOn = addDays(date, 5 + Math.floor(random() * 70));
    if (random() < 0.06 || paidOn > last) continue;
    const paid = random() < 0.03 ? Math.floor(net / 2) : net + tax;
    yield {
      date: paidOn,
      kind: 'ordinary',
      explanation: `Payment ${document}`,
      lines: [line(cash, sign * paid), line(owed[kind], -sign * paid, { contact, document })],
    };
  }
}
