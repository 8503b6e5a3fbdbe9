import {
  accountIn,
  addDays,
  addMonths,
  type AccountId,
  type Chart,
  chartOf,
  checkAccountFields,
  type CivilDate,
  daysBetween,
  endOfMonth,
  type Finding,
  type FindingType,
  isTemporary,
  minor,
  type Minor,
  parseCivilDate,
  Review,
  type ReviewedEntry,
  weekdayOf,
} from '@just-ledger/core';
import { numbersFrom } from './slip-trials.js';

/** The slips that a trial plants, with the finding that each should lead to. */
export const PLANTED_SLIPS = {
  'typed twice': 'same-entry',
  'rent forgotten': 'month-missing',
  'rent paid twice': 'twice-in-month',
  'ten times too much': 'far-out',
  'wrong side': 'unusual-side',
  'on a Sunday': 'day-without-work',
  'found months later': 'posted-late',
  'bill entered twice': 'number-twice',
  'invoice left out': 'number-missing',
  'left in suspense': 'not-at-zero',
  'an estimate': 'round-amount',
  'till below zero': 'below-zero',
  'never released': 'stands-long',
  'another series': 'out-of-series',
} as const satisfies Record<string, FindingType>;

/** A key of {@link PLANTED_SLIPS}. */
export type PlantedSlip = keyof typeof PLANTED_SLIPS;

/** What a trial found. */
export interface ReviewTrial {
  readonly entries: number;
  readonly planted: readonly PlantedSlip[];
  readonly listed: readonly PlantedSlip[];
  /** Findings that are about nothing that was planted. */
  readonly others: readonly Finding[];
}

const ACCOUNTS = [
  ['1000', 'Till', 'asset', 'cash'],
  ['1010', 'Bank account', 'asset', 'cash'],
  ['1100', 'Trade receivables', 'asset'],
  ['1250', 'Insurance paid ahead', 'asset'],
  ['1500', 'Equipment', 'asset'],
  ['1990', 'Suspense', 'asset'],
  ['2100', 'Trade payables', 'liability'],
  ['2200', 'Sales tax owed', 'liability'],
  ['2300', 'Deductions owed', 'liability'],
  ['2310', 'Wages owed', 'liability'],
  ['2990', 'Carriage', 'expense'],
  ['3200', 'Retained earnings', 'equity', 'retained-earnings'],
  ['4000', 'Sales', 'revenue'],
  ['4100', 'Till sales', 'revenue'],
  ['4200', 'Services', 'revenue'],
  ['4300', 'Hire of rooms', 'revenue'],
  ['5000', 'Goods', 'expense'],
  ['6000', 'Wages', 'expense'],
  ['6100', 'Rent', 'expense'],
  ['6200', 'Power', 'expense'],
  ['6300', 'Postage', 'expense'],
  ['6400', 'Insurance', 'expense'],
  ['6500', 'Repairs', 'expense'],
  ['6600', 'Stationery', 'expense'],
  ['6700', 'Travel', 'expense'],
] as const;

/** The days that are reviewed; before them lies a year of history. */
const FROM = parseCivilDate('2026-01-01');
const TO = parseCivilDate('2026-12-31');
const START = parseCivilDate('2025-01-01');

/** The chart of the trials. */
function chartOfTrials(): Chart {
  return chartOf(
    ACCOUNTS.map(([number, name, element, role], index) => {
      const control = number === '1100' ? 'receivables' : number === '2100' ? 'payables' : undefined;
      const checked = checkAccountFields({
        number,
        name,
        element,
        ...(role && { role }),
        ...(control && { control }),
      });
      if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
      const { parentNumber, closesToNumber, breakdownNames, taxCodeName, ...fields } = checked.value;
      if (parentNumber ?? closesToNumber ?? breakdownNames ?? taxCodeName) throw new Error('a plain chart');
      return { ...fields, id: (index + 1) as AccountId };
    }),
  );
}

type Line = [number: string, amount: number, contact?: number, document?: string];
interface Posting {
  readonly date: CivilDate;
  readonly lines: readonly Line[];
  readonly explanation: string;
  readonly reference?: string;
  readonly late?: number;
  readonly slip?: PlantedSlip;
}

/**
 * Two years of sound books of a small trading organisation, some 2,000 entries in each: bills, invoices and payments of
 * amounts that differ by factors, what comes every month, takings of every week, and no work on Sundays.
 */
function soundBooks(draw: (below: number) => number): Posting[] {
  const postings: Posting[] = [];
  const normal = (): number =>
    Array.from({ length: 6 }, () => draw(10_000) / 10_000 - 0.5).reduce((a, b) => a + b, 0) * 1.4;
  const about = (middle: number, spread: number): number =>
    Math.max(101, Math.round(middle * Math.exp(spread * normal())));
  const beforeSunday = (date: CivilDate): CivilDate => (weekdayOf(date) === 'sunday' ? addDays(date, -1) : date);
  const add = (date: CivilDate, explanation: string, lines: Line[], more: Partial<Posting> = {}): void => {
    postings.push({ date: beforeSunday(date), explanation, lines, ...more });
  };
  let [invoice, receipt] = [1, 1];
  add(START, 'Capital', [
    ['1010', 9_000_000],
    ['1000', 60_000],
    ['1500', 4_200_000],
    ['3200', -13_260_000],
  ]);
  for (let day: CivilDate = START; day <= TO; day = addDays(day, 1)) {
    if (weekdayOf(day) === 'sunday') continue;
    for (let count = draw(4); count > 0; count -= 1) {
      const amount = about(42_000, 0.7);
      const contact = 1 + draw(60);
      const document = `INV-${invoice}`;
      invoice += 1;
      const revenue = (['4000', '4000', '4000', '4200'] as const)[draw(4)] ?? '4000';
      add(day, `Invoice ${document}`, [
        ['1100', amount, contact, document],
        [revenue, -amount],
      ]);
      const paid = addDays(day, 5 + draw(40));
      if (paid <= TO && draw(12) > 0)
        add(paid, `${document} paid`, [
          ['1010', amount],
          ['1100', -amount, contact, document],
        ]);
    }
    for (let count = draw(3); count > 0; count -= 1) {
      const contact = 100 + draw(40);
      const habits = [
        ['5000', 61_000, 0.6],
        ['5000', 61_000, 0.6],
        ['6200', 14_000, 0.4],
        ['6300', 1_900, 0.6],
        ['6500', 23_000, 0.8],
        ['6600', 3_300, 0.6],
        ['6700', 5_200, 0.6],
      ] as const;
      const [expense, middle, spread] = habits[draw(habits.length)] ?? habits[0];
      const amount = about(middle, spread);
      const document = `${String.fromCharCode(65 + (contact % 26))}${10_000 + draw(80_000)}`;
      add(day, `Bill ${document}`, [
        [expense, amount],
        ['2100', -amount, contact, document],
      ]);
      const paid = addDays(day, 10 + draw(25));
      if (paid <= TO)
        add(paid, `${document} paid`, [
          ['2100', amount, contact, document],
          ['1010', -amount],
        ]);
    }
    if (weekdayOf(day) === 'saturday') {
      const amount = about(31_000, 0.4);
      add(
        day,
        'Takings of the week',
        [
          ['1000', amount],
          ['4100', -amount],
        ],
        { reference: `Z ${receipt}` },
      );
      receipt += 1;
      add(addDays(day, 2), 'Takings banked', [
        ['1010', amount],
        ['1000', -amount],
      ]);
    }
  }
  for (let month: CivilDate = START; month <= TO; month = addMonths(month, 1)) {
    const end = endOfMonth(month);
    add(addDays(month, 2), 'Rent', [
      ['6100', 80_000],
      ['1010', -80_000],
    ]);
    const wages = about(310_000, 0.03);
    add(end, 'Wages', [
      ['6000', wages],
      ['2300', -Math.round(wages / 5)],
      ['1010', -(wages - Math.round(wages / 5))],
    ]);
    add(addDays(end, 10) > TO ? end : addDays(end, 10), 'Deductions paid', [
      ['2300', Math.round(wages / 5)],
      ['1010', -Math.round(wages / 5)],
    ]);
    if (month.slice(5, 7) === '03')
      add(addDays(month, 9), 'Insurance of the year', [
        ['1250', 144_000],
        ['1010', -144_000],
      ]);
    if (month >= '2025-03')
      add(end, 'Insurance used up', [
        ['6400', 12_000],
        ['1250', -12_000],
      ]);
    if (draw(3) === 0)
      add(addDays(month, 11), 'Room hired out', [
        ['1010', 15_000],
        ['4300', -15_000],
      ]);
  }
  return postings;
}

/** Plants a slip in sound books. */
function plant(books: Posting[], slip: PlantedSlip, draw: (below: number) => number): void {
  const within = books.filter(({ date, slip: other }) => date >= FROM && other === undefined);
  const pick = (matches: (posted: Posting) => boolean): Posting => {
    const fitting = within.filter(matches);
    return fitting[draw(fitting.length)] as Posting;
  };
  const replace = (posted: Posting, ...others: Posting[]): void => {
    books.splice(books.indexOf(posted), 1, ...others);
  };
  const on =
    (account: string, least = 0) =>
    (posted: Posting): boolean =>
      posted.lines.some(([number, amount]) => number === account && amount > least);
  switch (slip) {
    case 'typed twice': {
      const posted = pick(on('6500', 5_000));
      return replace(posted, posted, { ...posted, slip });
    }
    case 'rent forgotten':
      return replace(pick((posted) => on('6100')(posted) && posted.date < '2026-12' && posted.date > '2026-02'));
    case 'rent paid twice': {
      const posted = pick((rent) => on('6100')(rent) && rent.date > '2026-02' && rent.date < '2026-12');
      return replace(posted, posted, { ...posted, date: addDays(posted.date, 6), slip });
    }
    case 'ten times too much': {
      const posted = pick(on('6200'));
      return replace(posted, {
        ...posted,
        slip,
        lines: posted.lines.map(([account, amount, ...rest]) => [account, amount * 10, ...rest]),
      });
    }
    case 'wrong side': {
      const date = pick(on('6600')).date;
      books.push({
        date,
        explanation: 'Refund of hire',
        slip,
        lines: [
          ['4300', 390_000],
          ['1010', -390_000],
        ],
      });
      return;
    }
    case 'on a Sunday': {
      const posted = pick(on('6700'));
      const sunday = addDays(posted.date, 7 - ((daysBetween(parseCivilDate('2025-01-05'), posted.date) + 7_000) % 7));
      return replace(posted, { ...posted, date: sunday > TO ? addDays(sunday, -7) : sunday, slip });
    }
    case 'found months later': {
      const posted = pick((bill) => on('6300')(bill) && bill.date < '2026-08');
      return replace(posted, { ...posted, late: 120 + draw(60), slip });
    }
    case 'bill entered twice': {
      const posted = pick(on('5000', 3_000));
      return replace(posted, posted, {
        ...posted,
        date: addDays(posted.date, posted.date < '2026-12-20' ? 8 : 0),
        slip,
      });
    }
    case 'invoice left out':
      return replace(
        pick(
          (posted) =>
            posted.explanation.startsWith('Invoice ') && posted.date > '2026-01-20' && posted.date < '2026-12-01',
        ),
      );
    case 'left in suspense': {
      const posted = pick(on('6500'));
      return replace(posted, {
        ...posted,
        slip,
        lines: posted.lines.map(([account, ...rest]) => [account === '6500' ? '1990' : account, ...rest]),
      });
    }
    case 'an estimate': {
      const posted = pick(on('5000'));
      return replace(posted, {
        ...posted,
        slip,
        lines: posted.lines.map(([account, amount, ...rest]) => [account, Math.sign(amount) * 70_000, ...rest]),
      });
    }
    case 'till below zero': {
      const posted = pick((taking) => on('1000')(taking) && taking.date < '2026-12');
      books.push({
        date: addDays(posted.date, 1 + draw(1)),
        explanation: 'Paid from the till',
        slip,
        lines: [
          ['6700', 150_000],
          ['1000', -150_000],
        ],
      });
      return;
    }
    case 'never released': {
      books.push({
        date: parseCivilDate('2025-06-10'),
        explanation: 'Cover for a fair',
        slip,
        lines: [
          ['1250', 24_500],
          ['1010', -24_500],
        ],
      });
      return;
    }
    case 'another series': {
      const posted = pick(on('6700'));
      return replace(posted, {
        ...posted,
        slip,
        lines: posted.lines.map(([account, ...rest]) => [account === '6700' ? '2990' : account, ...rest]),
      });
    }
  }
}

/** Plants slips in seeded books and reviews their second year. */
export function runReviewTrial(seed: number, slips = 10): ReviewTrial {
  const draw = numbersFrom(seed);
  const chart = chartOfTrials();
  const books = soundBooks(draw);
  const left = Object.keys(PLANTED_SLIPS) as PlantedSlip[];
  const planted = Array.from({ length: slips }, () => left.splice(draw(left.length), 1)[0] as PlantedSlip);
  const before = books.map((book) => book);
  for (const slip of planted) plant(books, slip, draw);
  const removed = before.filter((posted) => !books.includes(posted));
  books.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const entries = books.map((posted, index) => entryOf(posted, index + 1, chart, draw));
  const review = new Review({
    chart,
    from: FROM,
    to: TO,
    firstDay: START,
    unit: 100,
    balancesAt: balancesOf(entries, chart),
  });
  for (const entry of entries) review.add(entry);
  const findings = review.findings();
  const isOf = (slip: PlantedSlip, { type, entries: places, account, title }: Finding): boolean => {
    if (type !== PLANTED_SLIPS[slip]) return false;
    const number = account === undefined ? '' : accountIn(chart, account).number;
    switch (slip) {
      case 'rent forgotten':
        return number === '6100';
      case 'invoice left out':
        return removed.some(
          (posted) => posted.explanation.startsWith('Invoice ') && title.startsWith(posted.explanation.slice(8)),
        );
      case 'wrong side':
        return number === '4300';
      case 'left in suspense':
        return number === '1990';
      case 'till below zero':
        return number === '1000';
      case 'never released':
        return number === '1250';
      case 'another series':
        return number === '2990';
      default:
        return places.some((index) => books[index - 1]?.slip === slip);
    }
  };
  // what a slip leads to besides its own finding is no false one: it is about the same entry or account
  const isAbout = ({ entries: places, account }: Finding): boolean =>
    places.some((index) => books[index - 1]?.slip !== undefined) ||
    (account !== undefined &&
      planted.some((slip) => slip === 'wrong side' && accountIn(chart, account).number === '4300'));
  return {
    entries: entries.filter(({ date }) => date >= FROM).length,
    planted,
    listed: planted.filter((slip) => findings.some((finding) => isOf(slip, finding))),
    others: findings.filter((finding) => !planted.some((slip) => isOf(slip, finding)) && !isAbout(finding)),
  };
}

function entryOf(posted: Posting, index: number, chart: Chart, draw: (below: number) => number): ReviewedEntry {
  const { date, explanation, reference, lines, late } = posted;
  return {
    place: index,
    number: `${date.slice(0, 4)}-${String(index).padStart(4, '0')}`,
    date,
    postedOn: addDays(date, late ?? draw(9)),
    kind: explanation === 'Insurance used up' ? 'adjusting' : date === START && index === 1 ? 'opening' : 'ordinary',
    source: 'manual',
    reference,
    explanation,
    stands: true,
    lines: lines.map(([number, amount, contact, document]) => ({
      account: chart.byNumber.get(number)?.id as AccountId,
      amount: minor(amount),
      contact,
      document,
    })),
  };
}

function balancesOf(entries: readonly ReviewedEntry[], chart: Chart) {
  return (date: CivilDate): ReadonlyMap<AccountId, Minor> => {
    const balances = new Map<AccountId, Minor>();
    const year = `${date.slice(0, 4)}-01-01`;
    for (const entry of entries) {
      if (entry.date > date) continue;
      for (const { account, amount } of entry.lines) {
        if (entry.date < year && isTemporary(accountIn(chart, account))) continue;
        balances.set(account, minor((balances.get(account) ?? 0) + amount));
      }
    }
    return balances;
  };
}
