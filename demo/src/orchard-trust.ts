import { parseCivilDate as d, type CivilDate } from '@just-ledger/core';
import { SampleBooks, StoryClock } from './sample-books.js';

const GENERAL = { Fund: 'General fund' };
const ORCHARD = { Fund: 'Community orchard' };
const BEES = { Fund: 'Bees for schools 2027' };
const ENDOWMENT = { Fund: 'Ferry Lane endowment' };

/**
 * Sallow Reach Orchard Trust: a charity with funds that keeps its books here from January 2027 and is still taking on
 * the balances of its old ones.
 */
export function writeOrchardTrust(folder: string, person: number, today: CivilDate): void {
  const books = SampleBooks.begin(folder, person, new StoryClock(d('2026-12-28')), {
    name: 'Sallow Reach Orchard Trust',
    kind: 'non-profit',
    fiscalYearStartMonth: 1,
    firstDay: d('2027-01-01'),
    changeoverDate: d('2026-12-31'),
    funds: [
      { name: 'General fund', restriction: 'none' },
      { name: 'Community orchard', restriction: 'purpose' },
      { name: 'Bees for schools 2027', restriction: 'time' },
      { name: 'Ferry Lane endowment', restriction: 'endowment' },
    ],
  });
  shapeTheChart(books);
  books.arrange(ARRANGEMENT);
  gather(books);
  books.clock.goTo(d('2027-01-04'));
  books.postWith(d('2027-01-04'), 'Membership fees of January', [
    ['1010', 1_260, {}],
    ['4100', -1_260, GENERAL],
  ]);
  books.postWith(d('2027-01-07'), 'Parish grant for forty young trees', [
    ['1010', 2_400, {}],
    ['4200', -2_400, ORCHARD],
  ]);
  books.postWith(d('2027-01-11'), 'Trees and stakes', [
    ['5000', 1_386.5, ORCHARD],
    ['1010', -1_386.5, {}],
  ]);
  books.postWith(d('2027-01-12'), 'Two hives for the school', [
    ['5000', 412, BEES],
    ['1010', -412, {}],
  ]);
  books.postWith(d('2027-01-14'), 'Interest on the endowment’s savings', [
    ['1020', 96.3, {}],
    ['4500', -96.3, ENDOWMENT],
  ]);
  books.clock.goTo(today);
  takeOn(books);
  const soFar = books.keepReport({
    name: 'The year so far',
    screen: 'statements',
    settings: [],
    span: 'year-to-date',
  });
  const owed = books.keepReport({
    name: 'Owed to the trust',
    screen: 'aged',
    settings: [{ key: 'documents', value: 'all' }],
    span: 'year-to-date',
  });
  books.boardPapers({
    name: 'Papers for the trustees',
    subtitle: 'While the old balances are taken on',
    reports: [soFar, owed],
    signed: false,
  });
  books.end();
}

/** Grants apart from what members and visitors pay; words that the parish uses. */
const ARRANGEMENT: Parameters<SampleBooks['arrange']>[0] = {
  order: ['non-current-assets'],
  parts: [
    {
      classification: 'revenue',
      items: [
        { account: '4200' },
        { group: { name: 'Members and visitors', isTogether: false, accounts: ['4100', '4000', '4300'] } },
      ],
    },
  ],
  words: [
    { key: 'income-statement', word: 'Income and expenditure account' },
    { key: 'revenue', word: 'Income' },
    { key: 'operating-expenses', word: 'Expenditure' },
    { key: 'net-result', word: 'Surplus for the period' },
    { key: 'net-result:loss', word: 'Deficit for the period' },
  ],
};

/** What the treasurer changed of the starter chart in the first days. */
function shapeTheChart(books: SampleBooks): void {
  books.renameAccount('4300', 'Cider tastings and open days');
  books.addAccount({ number: '500', name: 'Costs of the orchards', element: 'expense' });
  books.putUnder('5000', '500');
  books.putUnder('5100', '500');
  for (const name of CUSTOMERS) books.contact(name, 'customer');
  for (const name of ['Nettlebed Nursery', 'Hatch Honey', 'Weir Tool Hire']) books.contact(name, 'supplier');
}

function gather(books: SampleBooks): void {
  books.clock.goTo(d('2027-01-02'));
  books.paper('bank-statements', 'at-hand', 'both accounts, blue folder');
  books.paper('cash-count', 'not-needed', 'no cash is kept');
  books.paper('trial-balance', 'at-hand', 'sent by the old treasurer on 12 January');
  books.paper('customer-invoices', 'at-hand', 'list of 31 December');
  books.paper('funds', 'at-hand', 'letters of the parish and of the Ferry Lane family');
  books.paper('stock-count', 'not-needed', '');
  books.paper('fixed-assets', 'at-hand', 'press and tools, list of 2024');
  books.paper('supplier-bills', 'wanted', 'ask Nettlebed for a statement');
}

const CUSTOMERS = [
  'Parish of Sallow Reach',
  'Ferry Lane School',
  'Alder Lane Allotments',
  'Bramley Walk School',
  'Fenwater Council, parks',
  'Low Weir Farm Shop',
  'Osier Beds Society',
  'Teasel Yard Café',
];

/**
 * The balances of the old books, as far as they are typed: an invoice of the council with two digits in each other's
 * place, and a bill of the nursery that nobody has found yet.
 */
function takeOn(books: SampleBooks): void {
  books.takeOn(
    'customers',
    unpaid('Alder Lane Allotments', 'OT-1187', '12 Feb 2026', '14 Mar 2026', '310.00'),
    unpaid('Bramley Walk School', 'OT-1102', '3 Dec 2025', '2 Jan 2026', '1,250.00'),
    unpaid('Bramley Walk School', 'OT-1190', '16 Nov 2026', '16 Dec 2026', '480.00'),
    unpaid('Fenwater Council, parks', 'OT-1165', '21 Oct 2026', '20 Nov 2026', '1,460.00'),
    unpaid('Low Weir Farm Shop', 'OT-1193', '24 Nov 2026', '24 Dec 2026', '405.00'),
    unpaid('Osier Beds Society', 'OT-1195', '2 Dec 2026', '1 Jan 2027', '235.00'),
    unpaid('Osier Beds Society', 'credit 14', '9 Dec 2026', '', '(60.00)'),
    unpaid('Teasel Yard Café', 'OT-1198', '11 Dec 2026', '10 Jan 2027', '320.00'),
  );
  books.postTray('customers');
  books.takeOn(
    'suppliers',
    { ...unpaid('Nettlebed Nursery', '2026/1184', '27 Nov 2026', '27 Jan 2027', '1,512.40'), reference: 'B 58' },
    { ...unpaid('Weir Tool Hire', '7741', '18 Dec 2026', '17 Jan 2027', '803.00'), reference: 'B 61' },
  );
  books.takeOn(
    'banks',
    { account: '1010', statement: '7,254.65' },
    { account: '1010', date: '29 Dec 2026', reference: 'cheque 311', payee: 'Hatch Honey', amount: '-352.50' },
    { account: '1010', date: '30 Dec 2026', reference: 'cheque 312', payee: 'Weir Tool Hire', amount: '-60.00' },
    { account: '1020', statement: '24,000.00' },
  );
  books.takeOn('asset-classes', {
    name: 'Equipment',
    cost: '1500',
    accumulated: '1509',
    expense: '6500',
    method: 'Straight line',
    life: '10',
  });
  books.takeOn(
    'assets',
    asset('Cider press', '14 Mar 2021', '6,480.00', '3,500.00', '480.00'),
    asset('Mill and pump', '2 Sep 2022', '2,150.00', '931.67'),
    asset('Trailer', '20 Apr 2023', '1,980.00', '726.00'),
    asset('Polytunnel', '6 May 2024', '3,340.00', '890.67'),
    asset('Ladders and tools', '11 Jan 2025', '1,250.00', '250.00'),
  );
  books.takeOn(
    'equity',
    fund('3000', 'General fund', '10,179.86'),
    fund('3100', 'Community orchard', '4,310.40'),
    fund('3200', 'Bees for schools 2027', '1,500.00'),
    fund('3300', 'Ferry Lane endowment', '24,000.00'),
  );
  books.takeOn(
    'trial-balance',
    { account: '1010', debit: '6,842.15' },
    { account: '1020', debit: '24,000.00' },
    { account: '1100', debit: '4,580.00' },
    { account: '1500', debit: '15,200.00' },
    { account: '1509', credit: '6,298.34' },
    { account: '2100', credit: '2,915.40' },
    { account: '2300', credit: '118.15' },
    { account: '2600', credit: '1,300.00' },
    { account: '3000', credit: '10,179.86' },
    { account: '3100', credit: '4,310.40' },
    { account: '3200', credit: '1,500.00' },
    { account: '3300', credit: '24,000.00' },
  );
  for (const tray of ['trial-balance', 'banks', 'assets', 'equity', 'suppliers'] as const) books.postTray(tray);
  books.takeOn(
    'history',
    ...atDate('31 Dec 2026', OLD_2026),
    ...Object.entries(JANUARY_2026).map(([account, moved]) => ({ account, date: '31 Jan 2026', moved })),
    ...atDate('31 Dec 2025', OLD_2025),
  );
}

/** Balances of the old books before they were closed; credits in parentheses, as their printout has them. */
const OLD_2026 = {
  1010: '6,842.15',
  1020: '24,000.00',
  1100: '4,580.00',
  1500: '15,200.00',
  1509: '(6,298.34)',
  2100: '(2,915.40)',
  2300: '(118.15)',
  2600: '(1,300.00)',
  3000: '(8,939.60)',
  3100: '(4,310.40)',
  3200: '(1,500.00)',
  3300: '(24,000.00)',
  4000: '(3,215.00)',
  4100: '(2,640.00)',
  4200: '(4,800.00)',
  4300: '(1,964.50)',
  4500: '(288.76)',
  5000: '6,912.80',
  5200: '418.20',
  6100: '1,600.00',
  6300: '1,045.00',
  6400: '512.66',
  6500: '1,084.34',
  7000: '95.00',
};
const OLD_2025 = {
  1010: '5,120.40',
  1020: '24,000.00',
  1100: '3,915.00',
  1500: '12,400.00',
  1509: '(5,214.00)',
  2100: '(1,471.40)',
  3000: '(8,124.40)',
  3100: '(4,310.40)',
  3200: '(1,500.00)',
  3300: '(24,000.00)',
  4000: '(2,980.00)',
  4100: '(2,520.00)',
  4200: '(3,600.00)',
  4300: '(1,410.75)',
  4500: '(240.00)',
  5000: '5,604.95',
  5200: '380.60',
  6100: '1,560.00',
  6300: '1,020.00',
  6400: '390.00',
  6500: '980.00',
};
/** What moved in the first month, last year's surplus into the general fund with it. */
const JANUARY_2026 = {
  1010: '412.60',
  1100: '(120.00)',
  3000: '(815.20)',
  4100: '(540.00)',
  5000: '247.40',
};

function atDate(date: string, balances: Readonly<Record<string, string>>): Record<string, string>[] {
  return Object.entries(balances).map(([account, debit]) => ({ account, date, debit }));
}

function unpaid(
  contact: string,
  document: string,
  date: string,
  due: string,
  amount: string,
): Record<string, string> {
  return { contact, document, date, unpaid: amount, ...(due && { due }) };
}

function asset(
  name: string,
  acquired: string,
  cost: string,
  accumulated: string,
  residual?: string,
): Record<string, string> {
  return { name, class: 'Equipment', acquired, cost, accumulated, ...(residual && { residual }) };
}

function fund(account: string, note: string, credit: string): Record<string, string> {
  return { account, note, credit };
}
