import {
  addDays,
  addMonths,
  civilDate,
  endOfMonth,
  parseCivilDate as d,
  partsOf,
  type CivilDate,
} from '@just-ledger/core';
import { becomeLiable, LIABLE, taxFrom } from './cider-taxes.js';
import { goAbroad } from './cider-goes-abroad.js';
import { SampleBooks, StoryClock, StoryPlan, around } from './sample-books.js';

const CHART = `number,name,element,classification,contra,control,role,closes_to,parent
100,Cash and bank,asset,current-assets,,,,,
1000,Till,asset,current-assets,,,cash,,100
1010,Current account,asset,current-assets,,,cash,,100
1020,"Savings, Ferry Lane",asset,current-assets,,,cash,,100
1100,Owed by customers,asset,current-assets,,receivables,,,
1250,Insurance paid ahead,asset,current-assets,,,,,
1300,Stock of cider,asset,current-assets,,,,,
1310,Bottles and caps,asset,current-assets,,,,,
151,Press house,asset,non-current-assets,,,,,
1510,Press house fit-out,asset,non-current-assets,,,,,151
1519,Fit-out depreciation,asset,non-current-assets,yes,,,,151
152,Presses and tanks with depreciation,asset,non-current-assets,,,,,
1520,Presses and tanks,asset,non-current-assets,,,,,152
1529,Presses depreciation,asset,non-current-assets,yes,,,,152
2110,Owed to suppliers,liability,current-liabilities,,payables,,,
2210,Excise owed,liability,current-liabilities,,,,,
2310,Wages owed,liability,current-liabilities,,,,,
2330,Costs owed and not yet billed,liability,current-liabilities,,,,,
2320,Deductions owed,liability,current-liabilities,,,,,
2500,Press loan,liability,non-current-liabilities,,,,,
3000,Members’ shares,equity,equity,,,members-shares,,
3200,General reserve,equity,equity,,,reserve,,
3300,Dividend to members,equity,equity,,,dividends,3200,
3900,Income summary,equity,equity,,,income-summary,,
4010,Cider and juice,revenue,revenue,,,,,
4020,Pressing for members,revenue,revenue,,,,,
4030,Tasting room,revenue,revenue,,,,,
4090,Cider returned,revenue,revenue,yes,,,,
4510,Interest received,revenue,other-income,,,,,
5110,Apples bought,expense,cost-of-sales,,,,,
5120,Bottles and caps used,expense,cost-of-sales,,,,,
5130,Excise,expense,cost-of-sales,,,,,
520,People and premises,expense,operating-expenses,,,,,
5210,Wages,expense,operating-expenses,,,,,520
5220,"Rent, press house",expense,operating-expenses,,,,,520
5240,Insurance,expense,operating-expenses,,,,,520
5290,Depreciation,expense,operating-expenses,,,,,
5310,Power and water,expense,operating-expenses,,,,,
5320,Repairs,expense,operating-expenses,,,,,
5410,Office,expense,operating-expenses,,,,,
5430,Card fees,expense,operating-expenses,,,,,
5900,Sundry,expense,operating-expenses,,,,,
7010,Interest on loan,expense,other-expenses,,,,,
`;

const SHOPS = [
  'Low Weir Farm Shop',
  'Teasel Yard Café',
  'Alder Lane Stores',
  'The Punt at Ferry Lane',
  'Bramley Walk Deli',
];
const GROWERS = ['Hatch Orchards', 'Withy End Farm', 'Nettlebed Fruit'];
/** How busy the press house's sales are, January first. */
const SEASON = [0.7, 0.7, 0.85, 1, 1.15, 1.3, 1.4, 1.35, 1.1, 0.95, 1, 1.35];

/** Sallow Reach Cider Co-operative: a year of history closed, the next in its tenth month. */
export function writeCiderCoOperative(folder: string, person: number, today: CivilDate): void {
  const firstDay = d('2025-04-01');
  const books = SampleBooks.begin(folder, person, new StoryClock(firstDay), {
    name: 'Sallow Reach Cider Co-operative',
    kind: 'co-operative',
    fiscalYearStartMonth: 4,
    firstDay,
    chart: CHART,
  });
  for (const name of SHOPS) books.contact(name, 'customer', { terms: '30' });
  for (const name of [...GROWERS, 'Clearglass Bottles', 'Marsh Engineering'])
    books.contact(name, 'supplier', { terms: '14' });
  openBooks(books);
  const schedules = keepSchedules(books);
  const plan = new StoryPlan();
  becomeLiable(books, plan);
  goAbroad(books, plan, today);
  payAhead(books, plan);
  for (let month = firstDay; month <= today; month = addMonths(month, 1))
    writeMonth(books, month, today, schedules, plan);
  books.clock.goTo(today);
  books.draft('2027-01-16', 'Repair of the bottling line, bill still to come', [
    ['5320', 186.4],
    ['2110', -186.4, 'Marsh Engineering'],
  ]);
  books.draft('2027-01-17', 'Tasting-room takings, wassail evening', [
    ['1000', 412],
    ['4030', -402],
  ]);
  books.pattern('Wassail evening', 'Tasting-room takings, wassail evening', [
    ['1000', 412],
    ['4030', -412],
  ]);
  books.pattern('Licence of the press house', 'Licence of the press house, a quarter', [
    ['5900', 96],
    ['1010', -96],
  ]);
  books.end();
}

function openBooks(books: SampleBooks): void {
  books.post(
    d('2025-03-31'),
    'Balances brought forward from the old books',
    [
      ['1000', 310],
      ['1010', 18_940.25],
      ['1020', 12_000],
      ['1100', 3_120, 'Low Weir Farm Shop'],
      ['1100', 1_865.5, 'Teasel Yard Café'],
      ['1300', 35_680],
      ['1310', 4_215],
      ['1510', 68_400],
      ['1519', -17_880],
      ['1520', 92_750],
      ['1529', -30_450],
      ['2110', -2_915.4, 'Hatch Orchards'],
      ['2210', -2_380],
      ['2320', -830],
      ['2500', -52_140],
      ['3000', -42_000],
      ['3200', -88_685.35],
    ],
    { kind: 'opening' },
  );
}

interface Schedules {
  readonly postage: number;
}

function keepSchedules(books: SampleBooks): Schedules {
  const from = d('2025-04-01');
  books.recurring('Rent, press house', { unit: 'month', every: 1, from }, 'Rent of the press house', [
    ['5220', 800],
    ['1010', -800],
  ]);
  books.recurring('Wages', { unit: 'month', every: 1, day: 'last', from }, 'Wages of the month', [
    ['5210', 4_310],
    ['1010', -3_480],
    ['2320', -830],
  ]);
  books.recurring('Press loan instalment', { unit: 'month', every: 1, day: 15, from }, 'Press loan, instalment', [
    ['2500', 845],
    ['7010', 175],
    ['1010', -1_020],
  ]);
  books.recurring(
    'Insurance used up',
    { unit: 'month', every: 3, day: 'last', from: d('2025-06-30') },
    'Insurance used up in the quarter',
    [
      ['5240', 545],
      ['1250', -545],
    ],
    { kind: 'adjusting' },
  );
  books.recurring(
    'Depreciation',
    { unit: 'month', every: 3, day: 'last', from: d('2025-06-30') },
    'Depreciation of the quarter',
    [
      ['5290', 2_972.5],
      ['1519', -855],
      ['1529', -2_117.5],
    ],
    { kind: 'adjusting' },
  );
  const postage = books.recurring(
    'Members’ newsletter postage',
    { unit: 'month', every: 2, day: 9, from },
    'Postage of the members’ newsletter',
    [
      ['5410', 64.5],
      ['1000', -64.5],
    ],
  );
  books.recurring('Web address', { unit: 'year', every: 1, from: d('2025-10-01') }, 'Web address, a year', [
    ['5410', 96],
    ['1010', -96],
  ]);
  keepComing(books);
  return { postage };
}

/** What begins with the year at hand: a schedule of each kind, none of them due yet. */
function keepComing(books: SampleBooks): void {
  books.holidays(
    { date: '2027-03-26', name: 'Good Friday' },
    { date: '2027-03-29', name: 'Easter Monday' },
    { date: '2027-12-27', name: 'Christmas Day, moved' },
  );
  const last = { unit: 'month', every: 1, day: 'last' } as const;
  books.recurring(
    'Power of the press house',
    { ...last, from: d('2027-01-31'), businessDay: 'before' },
    'Power and water',
    [
      ['5310', 210],
      ['1010', -210],
    ],
    { amounts: 'asked', byItself: 'drafts' },
  );
  books.recurring(
    'Power that is the shop’s',
    { ...last, from: d('2027-01-31') },
    'A fifth of the power is the shop’s',
    [
      ['5410', 1],
      ['5310', -1],
    ],
    { amounts: 'share-of-balance', share: { account: '5310', of: 'movement', percent: '20' } },
  );
  books.recurring(
    'Hand press depreciation',
    { ...last, from: d('2027-01-31'), until: d('2029-12-31') },
    'Depreciation of the hand press',
    [],
    {
      kind: 'adjusting',
      amounts: 'depreciation',
      depreciation: {
        asset: { name: 'Hand press', cost: '1850.00', acquired: '2027-01-04', method: 'declining', life: '3' },
        expense: '5290',
        accumulated: '1529',
      },
    },
  );
  books.recurring(
    'Audit, accrued',
    { unit: 'quarter', every: 1, day: 'last', from: d('2027-03-31') },
    'Audit fee, a quarter',
    [
      ['5900', 225],
      ['2330', -225],
    ],
    { kind: 'adjusting', reverses: 'next-month' },
  );
  books.recurring(
    'Count of the cider in stock',
    { unit: 'year', every: 1, day: 'last', from: d('2027-03-31') },
    'Stock of cider, to the count',
    [],
    { kind: 'adjusting', amounts: 'target', target: { account: '1300', against: '5110', by: 'count' } },
  );
}

/** What is paid ahead and used up day by day, and a loan that goes back by instalments: both begun last year. */
function payAhead(books: SampleBooks, plan: StoryPlan): void {
  const last = { unit: 'month', every: 1, day: 'last' } as const;
  plan.on(d('2026-08-31'), (date) => {
    books.post(date, 'Tank loan from Hatch Orchards', [
      ['1010', 6_000],
      ['2500', -6_000],
    ]);
    books.recurring(
      'Tank loan from Hatch Orchards',
      { ...last, from: d('2026-09-30'), count: 24, businessDay: 'after' },
      'Tank loan, instalment',
      [],
      {
        amounts: 'loan',
        loan: {
          principal: '6000.00',
          rate: '4.5',
          dayCount: 'actual/365',
          repayment: 'level',
          drawn: '2026-08-31',
          account: '2500',
          interestAccount: '7010',
          paymentAccount: '1010',
        },
      },
    );
  });
  plan.on(d('2026-10-05'), (date) => {
    const entry = books.post(date, 'Show licence, October to April', [
      ['5900', 500],
      ['1010', -500],
    ]);
    books.spreadOverTime({ entry, line: 1, first: '2026-10-05', last: '2027-04-30', by: 'days', account: '1250' });
  });
}

/** Everything that happens in a month, up to today. */
function writeMonth(
  books: SampleBooks,
  month: CivilDate,
  today: CivilDate,
  schedules: Schedules,
  plan: StoryPlan,
): void {
  const { year, month: number } = partsOf(month);
  const seed = year * 12 + number;
  const busy = SEASON[number - 1] ?? 1;
  const on = (day: number): CivilDate => civilDate(year, number, Math.min(day, partsOf(endOfMonth(month)).day));
  const event = (day: number, write: (date: CivilDate) => void): void => plan.on(on(day), write);

  SHOPS.slice(0, 3 + (seed % 3)).forEach((shop, index) => {
    // since it is liable, the tax comes on top of its prices
    const owed = around((month < LIABLE ? 2_050 : 2_460) * busy, seed * 7 + index);
    event(3 + index * 5, (date) =>
      books.post(
        date,
        `Delivery to ${shop}, ${Math.round(owed / (month < LIABLE ? 23 : 27.6))} cases`,
        [
          ['1100', owed, shop],
          ['4010', -owed, '', taxFrom(date, 'S20')],
        ],
        { reference: `SR-${seed % 1000}${index}` },
      ),
    );
    const nextMonth = addMonths(month, 1);
    plan.on(addDays(nextMonth, 5 + index * 4), (date) =>
      books.post(date, `${shop} pays its delivery`, [
        ['1010', owed],
        ['1100', -owed, shop],
      ]),
    );
  });
  for (const week of [0, 1, 2, 3]) {
    const cash = around(250 * busy, seed * 11 + week);
    const cards = around(720 * busy, seed * 13 + week);
    const fee = Math.round(cards * 1.49) / 100;
    event(6 + week * 7, (date) =>
      books.post(
        date,
        'Tasting-room takings',
        [
          ['1000', cash],
          ['1010', Math.round((cards - fee) * 100) / 100],
          ['5430', fee],
          ['4030', -cash, '', taxFrom(date, 'S20')],
          ['4010', -cards, '', taxFrom(date, 'S20')],
        ],
        { reference: `Z-report ${seed * 4 + week - 97_000}` },
      ),
    );
    if (week === 3)
      event(28, (date) =>
        books.post(date, 'Till banked', [
          ['1010', Math.round(cash * 3)],
          ['1000', -Math.round(cash * 3)],
        ]),
      );
  }
  event(12, (date) =>
    books.post(date, 'Meter reading, press house', [
      ['5310', around(380 * (number >= 9 && number <= 11 ? 1.9 : 1), seed), '', taxFrom(date, 'P20')],
      ['1010', -around(380 * (number >= 9 && number <= 11 ? 1.9 : 1), seed)],
    ]),
  );
  event(14, (date) =>
    books.post(date, 'Payroll deductions of last month', [
      ['2320', 830],
      ['1010', -830],
    ]),
  );
  event(27, (date) =>
    books.post(date, 'Excise on cider delivered', [
      ['5130', around(760 * busy, seed * 3)],
      ['2210', -around(760 * busy, seed * 3)],
    ]),
  );
  if (number % 3 === 1)
    event(20, (date) =>
      books.post(date, 'Excise of the last quarter', [
        ['2210', 2_240],
        ['1010', -2_240],
      ]),
    );
  if (number >= 9 && number <= 11) {
    GROWERS.forEach((grower, index) => {
      const price = around(4_300, seed * 5 + index);
      event(8 + index * 3, (date) =>
        books.post(
          date,
          `Apples from ${grower}, ${Math.round(price / 205)} t`,
          [
            ['5110', price],
            ['2110', -price, grower],
          ],
          { reference: `weighbridge ${seed % 100}${index}` },
        ),
      );
      plan.on(addDays(addMonths(month, 1), 9 + index), (date) =>
        books.post(date, `${grower} paid`, [
          ['2110', price, grower],
          ['1010', -price],
        ]),
      );
    });
    event(22, (date) =>
      books.post(date, 'Pressing for members', [
        ['1010', around(4_600, seed)],
        ['4020', -around(4_600, seed)],
      ]),
    );
  }
  if (number % 3 === 2) {
    const glass = around(2_350, seed);
    event(10, (date) =>
      books.post(date, 'Bottles and caps', [
        ['1310', glass, '', taxFrom(date, 'P20')],
        ['2110', -glass, 'Clearglass Bottles'],
      ]),
    );
    event(26, (date) =>
      books.post(date, 'Clearglass Bottles paid', [
        ['2110', glass, 'Clearglass Bottles'],
        ['1010', -glass],
      ]),
    );
  }
  if (number % 3 === 0)
    event(30, (date) =>
      books.post(
        date,
        'Bottles and caps used in the quarter, by count',
        [
          ['5120', around(2_300, seed)],
          ['1310', -around(2_300, seed)],
        ],
        { kind: 'adjusting' },
      ),
    );
  if (number === 4)
    event(14, (date) =>
      books.post(date, 'Insurance of the year, paid ahead', [
        ['1250', 2_180],
        ['1010', -2_180],
      ]),
    );
  if (number === 5 || number === 11)
    event(18, (date) =>
      books.post(date, 'Shares of new members', [
        ['1010', number === 5 ? 1_500 : 2_000],
        ['3000', -(number === 5 ? 1_500 : 2_000)],
      ]),
    );
  if (number === 6)
    event(17, (date) =>
      books.post(date, 'Shares repaid to a leaving member', [
        ['3000', 1_000],
        ['1010', -1_000],
      ]),
    );
  if (number === 7)
    event(24, (date) =>
      books.post(date, 'Dividend decided by the members’ meeting', [
        ['3300', 4_120],
        ['1010', -4_120],
      ]),
    );
  if (number === 8)
    event(19, (date) =>
      books.post(date, 'Cases returned, corked', [
        ['4090', around(210, seed), '', taxFrom(date, 'S20')],
        ['1100', -around(210, seed), 'Teasel Yard Café'],
      ]),
    );
  if (number === 10)
    event(6, (date) =>
      books.post(date, 'Repair of the mill', [
        ['5320', around(640, seed), '', taxFrom(date, 'P20')],
        ['1010', -around(640, seed)],
      ]),
    );
  if (number === 12)
    event(31, (date) =>
      books.post(date, 'Interest on the savings', [
        ['1020', 184.2],
        ['4510', -184.2],
      ]),
    );
  if (year === 2026 && number === 5)
    event(21, (date) => {
      const wrong = books.post(date, 'Hose fittings', [
        ['5310', 86.4],
        ['1010', -86.4],
      ]);
      books.reverse(wrong, addDays(date, 2), 'Went to power instead of repairs');
      books.post(addDays(date, 2), 'Hose fittings', [
        ['5320', 86.4],
        ['1010', -86.4],
      ]);
    });
  if (year === 2026 && number === 12)
    event(31, (date) =>
      books.post(
        date,
        'Power of the pressing weeks, billed in February',
        [
          ['5310', 412.6],
          ['2330', -412.6],
        ],
        { kind: 'adjusting', reversesOn: d('2027-02-01') },
      ),
    );
  if (year === 2026 && number === 3)
    event(31, (date) => {
      books.post(
        date,
        'Stock of cider, by count',
        [
          ['1300', 2_415],
          ['5110', -2_415],
        ],
        { kind: 'adjusting' },
      );
      const owed = books.post(
        date,
        'Wages of the last days, paid in April',
        [
          ['5210', 1_180],
          ['2310', -1_180],
        ],
        { kind: 'adjusting' },
      );
      books.reverse(owed, d('2026-04-01'), 'Wages owed at the year’s end, now paid with April');
    });

  if (month === d('2026-08-01')) {
    plan.until(d('2026-08-09'));
    books.skip(schedules.postage, d('2026-08-09'), 'no newsletter in August');
  }
  const end = endOfMonth(month);
  plan.until(end < today ? end : today);
  endMonth(books, month, today);
}

/** The bill for looking over the accounts of 2025–26 comes in June: the year is reopened for it, and closed again. */
function closeAgain(books: SampleBooks): void {
  books.reopen('2026', d('2026-06-30'), 'The bill for looking over the accounts of 2025–26 came in June');
  books.post(
    d('2026-03-31'),
    'Looking over the accounts of 2025–26, billed in June',
    [
      ['5410', 240],
      ['2330', -240],
    ],
    { kind: 'adjusting' },
  );
  books.close('2026');
  books.post(d('2026-06-30'), 'Looking over the accounts of 2025–26, paid', [
    ['2330', 240],
    ['1010', -240],
  ]);
}

/** What the members are told of the year beside its figures. */
function noteTheYear(books: SampleBooks): void {
  const date = d('2026-03-31');
  books.note(date, {
    title: 'How these statements are drawn up',
    text: 'On the accrual basis, from the books of the co-operative, in euro.\n\nStock of cider is told at what it cost to press, or at what it would fetch where that is less. Presses, tanks and the fit-out are written off in equal parts over their lives.',
  });
  books.note(date, {
    statement: 'income-statement',
    row: 'net-result',
    title: 'The surplus',
    text: 'A wet spring brought fewer apples; the tasting room made up for most of it. The members’ meeting in June decides on the dividend.',
  });
  books.note(date, {
    title: 'Presses, tanks and fit-out',
    text: '',
    standard: 'fixed-assets',
    row: 'non-current-assets',
  });
  books.note(date, { title: 'Members’ funds', text: '', standard: 'equity', row: 'equity' });
  books.note(date, {
    title: 'Owed by customers',
    text: 'What was over thirty days old was paid in April.',
    standard: 'receivables',
    account: '1100',
  });
  const committee = books.keepReport({
    name: 'Year to date for the committee',
    screen: 'statements',
    settings: [
      { key: 'columns', value: 'years:1' },
      { key: 'statements', value: 'income-statement.balance-sheet' },
    ],
    span: 'year-to-date',
  });
  const closed = books.keepReport({
    name: 'Last closed year',
    screen: 'statements',
    settings: [],
    span: 'last-closed-year',
  });
  const owed = books.keepReport({
    name: 'Owed by customers',
    screen: 'aged',
    settings: [{ key: 'ledger', value: 'receivables' }],
    span: 'year-to-date',
  });
  const pictures = books.keepReport({
    name: 'The year in charts',
    screen: 'charts',
    settings: [],
    span: 'year-to-date',
  });
  books.keepReport({ name: 'Tax of last quarter', screen: 'tax', settings: [], span: 'last-quarter' });
  books.boardPapers({
    name: 'Annual accounts',
    subtitle: 'For the members’ meeting',
    reports: [closed],
    signed: true,
  });
  books.boardPapers(
    {
      name: 'Papers for the committee',
      subtitle: 'What came in and went out, what is owed',
      reports: [committee, pictures, owed],
      signed: false,
    },
    {
      recipients: ['chair@sallow-reach.test', 'secretary@sallow-reach.test', 'orchards@sallow-reach.test'],
      words: 'For our meeting on the second Tuesday. Questions to me before then, please.',
      every: 'month',
      firstDay: '2027-01-31',
    },
  );
}

/** What is due is posted, the months before are locked, the year is closed in May. */
function endMonth(books: SampleBooks, month: CivilDate, today: CivilDate): void {
  const end = endOfMonth(month);
  if (end > today) return;
  books.postDue(end);
  if (month === d('2026-05-01')) books.close('2026');
  if (month === d('2026-06-01')) {
    closeAgain(books);
    noteTheYear(books);
  }
  if (month >= d('2026-07-01') && month <= d('2026-11-01')) books.lock(addMonths(month, -1).slice(0, 7));
  if (month === d('2026-07-01')) for (const period of ['2026-04', '2026-05']) books.lock(period);
}
