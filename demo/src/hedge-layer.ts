import {
  addDays,
  addMonths,
  civilDate,
  endOfMonth,
  parseCivilDate as d,
  partsOf,
  type CivilDate,
} from '@just-ledger/core';
import { SampleBooks, StoryClock, StoryPlan, around } from './sample-books.js';

const CHART = `number,name,element,classification,contra,control,role,closes_to
1000,Cash box,asset,current-assets,,,cash,
1010,Current account,asset,current-assets,,,cash,
1100,Owed by customers,asset,current-assets,,receivables,,
1300,Stakes in the yard,asset,current-assets,,,,
1500,Van,asset,non-current-assets,,,,
1510,Van depreciation,asset,non-current-assets,yes,,,
2100,Owed to suppliers,liability,current-liabilities,,payables,,
2500,Van loan,liability,non-current-liabilities,,,,
3000,Owner’s capital,equity,equity,,,owner-capital,
3100,Drawings,equity,equity,,,drawings,3000
3900,Income summary,equity,equity,,,income-summary,
4000,Hedge laying,revenue,revenue,,,,
4010,Coppice wood sold,revenue,revenue,,,,
5000,Stakes and binders,expense,cost-of-sales,,,,
5010,Casual help,expense,operating-expenses,,,,
5020,"Van, running",expense,operating-expenses,,,,
5030,Tools,expense,operating-expenses,,,,
5040,Insurance,expense,operating-expenses,,,,
5050,"Depreciation, van",expense,operating-expenses,,,,
5900,Cash over and short,expense,operating-expenses,,,,
7000,Interest on van loan,expense,other-expenses,,,,
`;

const FARMS = ['Fenwater Estate', 'Hollow Bank Farm', 'Parish of Sallow Reach', 'Ryefield Nursery'];

/** A sole trader who lays hedges: the calendar year 2026 has ended and is not yet closed. */
export function writeHedgeLayer(folder: string, person: number, today: CivilDate): void {
  const firstDay = d('2026-01-01');
  const books = SampleBooks.begin(folder, person, new StoryClock(firstDay), {
    name: 'Osier & Thorn, Hedge Laying',
    kind: 'sole-trader',
    fiscalYearStartMonth: 1,
    firstDay,
    chart: CHART,
  });
  for (const farm of FARMS) books.contact(farm, 'customer');
  books.contact('Coppice Supplies', 'supplier');
  books.post(
    d('2025-12-31'),
    'Balances brought forward from the notebook',
    [
      ['1000', 64.2],
      ['1010', 8_318.4],
      ['1100', 1_450, 'Fenwater Estate'],
      ['1300', 1_264],
      ['1500', 18_400],
      ['1510', -5_750],
      ['2100', -312.6, 'Coppice Supplies'],
      ['2500', -3_184],
      ['3000', -20_250],
    ],
    { kind: 'opening' },
  );
  books.recurring('Van loan', { unit: 'month', every: 1, day: 5, from: d('2026-01-05') }, 'Van loan, instalment', [
    ['2500', 165],
    ['7000', 14],
    ['1010', -179],
  ]);
  books.recurring(
    'Own drawings',
    { unit: 'month', every: 1, day: 'last', from: firstDay },
    'Drawn for the household',
    [
      ['3100', 1_800],
      ['1010', -1_800],
    ],
  );
  books.recurring(
    'Depreciation of the van',
    { unit: 'month', every: 1, day: 'last', from: firstDay },
    'Depreciation of the month',
    [
      ['5050', 95.8],
      ['1510', -95.8],
    ],
    { kind: 'adjusting' },
  );
  books.recurring(
    'Count of the stakes in the yard',
    { unit: 'year', every: 1, from: d('2026-12-31') },
    'Stakes in the yard, to the count',
    [],
    { kind: 'adjusting', amounts: 'target', target: { account: '1300', against: '5000', by: 'count' } },
  );
  const plan = new StoryPlan();
  for (let month = firstDay; month <= today; month = addMonths(month, 1)) writeMonth(books, month, today, plan);
  books.clock.goTo(today);
  const year = books.keepReport({
    name: 'The year',
    screen: 'statements',
    settings: [{ key: 'form', value: 'multi-step' }],
    span: 'last-year',
  });
  const pictures = books.keepReport({
    name: 'The year in charts',
    screen: 'charts',
    settings: [],
    span: 'last-year',
  });
  books.boardPapers({ name: 'Accounts for the bank', subtitle: 'Van loan', reports: [year, pictures], signed: true });
  books.end();
}

/** Hedges are laid from September to March; in summer there is coppice wood and mending. */
function writeMonth(books: SampleBooks, month: CivilDate, today: CivilDate, plan: StoryPlan): void {
  const { year, month: number } = partsOf(month);
  const on = (day: number): CivilDate => civilDate(year, number, day);
  const isLaying = number >= 9 || number <= 3;
  const event = (date: CivilDate, write: (on: CivilDate) => void): void => plan.on(date, write);
  FARMS.slice(0, isLaying ? 3 : 1).forEach((farm, index) => {
    const metres = Math.round(around(isLaying ? 95 : 45, number * 17 + index, 0.4));
    const price = metres * 15.5;
    event(on(9 + index * 6), (date) =>
      books.post(
        date,
        `${metres} m of hedge, ${farm}`,
        [
          ['1100', price, farm],
          ['4000', -price],
        ],
        { reference: `${year}/${number}${index}` },
      ),
    );
    event(addDays(addMonths(month, 1), 11 + index * 3), (date) =>
      books.post(date, `${farm} pays`, [
        ['1010', price],
        ['1100', -price, farm],
      ]),
    );
  });
  event(on(8), (date) =>
    books.post(date, 'Diesel and a service', [
      ['5020', around(240, number * 3)],
      ['1010', -around(240, number * 3)],
    ]),
  );
  if (isLaying)
    event(on(4), (date) =>
      books.post(date, 'Stakes and binders', [
        ['5000', around(520, number * 5)],
        ['2100', -around(520, number * 5), 'Coppice Supplies'],
      ]),
    );
  if (isLaying)
    event(on(25), (date) =>
      books.post(date, 'Coppice Supplies paid', [
        ['2100', around(520, number * 5), 'Coppice Supplies'],
        ['1010', -around(520, number * 5)],
      ]),
    );
  if (isLaying)
    event(on(20), (date) =>
      books.post(date, 'Casual help, two days', [
        ['5010', around(480, number * 7)],
        ['1010', -around(480, number * 7)],
      ]),
    );
  if (!isLaying)
    event(on(16), (date) =>
      books.post(date, 'Coppice wood sold at the gate', [
        ['1000', around(430, number * 9)],
        ['4010', -around(430, number * 9)],
      ]),
    );
  if (!isLaying)
    event(on(23), (date) =>
      books.post(date, 'Cash box banked', [
        ['1010', 400],
        ['1000', -400],
      ]),
    );
  if (number === 2)
    event(on(11), (date) =>
      books.post(date, 'Insurance of the year', [
        ['5040', 811.2],
        ['1010', -811.2],
      ]),
    );
  if (number === 6 || number === 10)
    event(on(18), (date) =>
      books.post(date, 'Billhook, mauls, chainsaw parts', [
        ['5030', around(410, number)],
        ['1010', -around(410, number)],
      ]),
    );
  if (number === 12)
    event(on(30), (date) =>
      books.post(date, 'Cash counted: 14.60 more than the box should hold', [
        ['1000', 14.6],
        ['5900', -14.6],
      ]),
    );
  const end = endOfMonth(month);
  plan.until(end < today ? end : today);
  if (end > today) return;
  books.postDue(number === 12 ? d('2026-12-30') : end);
  if (number > 1 && number <= 12) books.lock(`${year}-${String(number - 1).padStart(2, '0')}`);
}
