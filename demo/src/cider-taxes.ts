import { parseCivilDate as d, type CivilDate } from '@just-ledger/core';
import { settleTax } from '@just-ledger/server/areas/tax-report/tax-settlement-commands';
import { addTaxCode } from '@just-ledger/server/areas/tax-codes/tax-code-commands';
import type { SampleBooks, StoryPlan } from './sample-books.js';

/** The first day on which the co-operative is liable for sales tax. */
export const LIABLE = d('2026-07-01');

/** The code of a taxed line from the first liable day on; none before. */
export function taxFrom(date: CivilDate, code: string): string | undefined {
  return date < LIABLE ? undefined : code;
}

/** From July 2026 on the co-operative is liable for sales tax, by quarters: the first one is settled and paid. */
export function becomeLiable(books: SampleBooks, plan: StoryPlan): void {
  plan.on(d('2026-06-15'), () => {
    books.addAccount({ number: '1350', name: 'Tax to be reclaimed' });
    books.addAccount({ number: '2220', name: 'Sales tax owed' });
    books.addAccount({ number: '2230', name: 'Sales tax due' });
    keepCodes(books);
  });
  const actor = { organisation: books.organisation, person: books.person };
  plan.on(d('2026-10-12'), (date) => {
    books.clock.goTo(date);
    const request = { from: '2026-07-01', to: '2026-09-30', account: '2230' };
    const { lines } = books.do(settleTax, {
      ...actor,
      request: { ...request, explanation: 'Sales tax, July to September' },
    });
    const due = Number(lines.find(({ account }) => account === '2230')?.credit ?? 0);
    plan.on(d('2026-10-26'), (day) =>
      books.post(day, 'Sales tax of July to September paid', [
        ['2230', due],
        ['1010', -due],
      ]),
    );
  });
  // found after the quarter was settled, while its month was open still
  plan.on(d('2026-10-15'), () =>
    books.post(d('2026-09-28'), 'Caps for the harvest, bill found late', [
      ['1310', 148.8, '', 'P20'],
      ['2110', -148.8, 'Clearglass Bottles'],
    ]),
  );
  plan.on(d('2026-11-06'), (date) =>
    books.post(date, 'Clearglass Bottles, caps paid', [
      ['2110', 148.8, 'Clearglass Bottles'],
      ['1010', -148.8],
    ]),
  );
  plan.on(d('2026-11-20'), (date) =>
    books.post(date, 'Label studio abroad, new labels drawn', [
      ['5410', 320, '', 'P20R'],
      ['1010', -320],
    ]),
  );
  plan.on(d('2026-12-18'), (date) =>
    books.post(date, 'Cider to Deptford, paid on delivery', [
      ['1010', 640],
      ['4010', -640, '', 'S0'],
    ]),
  );
  for (const month of ['07', '08', '09', '10', '11', '12']) {
    plan.on(d(`2026-${month}-16`), (date) => {
      const juice = books.post(date, 'Juice for the school', [
        ['1010', 86.4],
        ['4010', -86.4, '', 'S8'],
      ]);
      if (month === '09') plan.on(d('2026-10-21'), (day) => takeBackCrate(books, day, juice));
    });
    plan.on(d(`2026-${month}-19`), (date) =>
      books.post(date, 'Telephone and van', [
        ['5410', 74.4, '', 'P20H'],
        ['1010', -74.4],
      ]),
    );
  }
}

/** A crate of a delivery of the quarter before was never there. */
function takeBackCrate(books: SampleBooks, date: CivilDate, corrects: string): void {
  books.post(
    date,
    'Juice for the school, a crate of September was short',
    [
      ['4010', 10.8, '', 'S8'],
      ['1010', -10.8],
    ],
    { corrects },
  );
}

/** Codes for what is sold and bought; the standard rate goes up in July 2027. */
function keepCodes(books: SampleBooks): void {
  const actor = { organisation: books.organisation, person: books.person };
  const owed = { side: 'credit', account: '2220' };
  const reclaimed = { side: 'debit', account: '1350' };
  const codes = [
    {
      code: 'S20',
      name: 'Sales, standard rate',
      side: 'sales',
      rounding: 'document',
      rates: [{ parts: [{ rate: '20', ...owed }] }, { from: '2027-07-01', parts: [{ rate: '21', ...owed }] }],
    },
    { code: 'S8', name: 'Sales of juice, reduced rate', side: 'sales', rates: [{ parts: [{ rate: '8', ...owed }] }] },
    { code: 'S0', name: 'Sales abroad, no tax', side: 'sales', rates: [{ parts: [] }] },
    {
      code: 'P20',
      name: 'Purchases, standard rate',
      side: 'purchases',
      rates: [
        { parts: [{ rate: '20', ...reclaimed }] },
        { from: '2027-07-01', parts: [{ rate: '21', ...reclaimed }] },
      ],
    },
    {
      code: 'P20H',
      name: 'Van and telephone, half reclaimed',
      side: 'purchases',
      rates: [
        {
          parts: [
            { rate: '20', share: '50', ...reclaimed },
            { rate: '20', share: '50', side: 'debit' },
          ],
        },
      ],
    },
    {
      code: 'P20R',
      name: 'Services from abroad, reverse charge',
      side: 'purchases',
      rates: [
        {
          parts: [
            { rate: '20', ...reclaimed },
            { rate: '20', ...owed },
          ],
        },
      ],
    },
  ];
  for (const request of codes) books.do(addTaxCode, { ...actor, request });
  books.changeAccount('5900', { note: 'Only what has no account of its own and is below 50 euro.' });
  for (const number of ['4010', '4030']) books.changeAccount(number, { taxCode: 'S20' });
  for (const number of ['5310', '5320', '5410']) books.changeAccount(number, { taxCode: 'P20' });
  books.changeAccount('1310', {
    taxCode: 'P20',
    note: 'Empty bottles, caps, labels. Full ones belong to stock of cider.',
  });
}
