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
  books.draft(
    '2026-12-31',
    'Balances of the old books, as far as they are known',
    [
      ['1010', 6_842.15],
      ['1020', 24_000],
      ['1500', 3_150],
      ['1509', -1_890],
      ['3000', -4_310.4],
      ['3300', -24_000],
    ],
    'opening',
  );
  books.end();
}

/** What the treasurer changed of the starter chart in the first days. */
function shapeTheChart(books: SampleBooks): void {
  books.renameAccount('4300', 'Cider tastings and open days');
  books.addAccount({ number: '500', name: 'Costs of the orchards', element: 'expense' });
  books.putUnder('5000', '500');
  books.putUnder('5100', '500');
  books.contact('Parish of Sallow Reach', 'customer');
  books.contact('Nettlebed Nursery', 'supplier');
  books.contact('Ferry Lane School', 'customer');
  books.contact('Hatch Honey', 'supplier');
}

function gather(books: SampleBooks): void {
  books.clock.goTo(d('2027-01-02'));
  books.paper('bank-statements', 'at-hand', 'both accounts, blue folder');
  books.paper('cash-count', 'not-needed', 'no cash is kept');
  books.paper('trial-balance', 'wanted', 'the old treasurer sends it by the end of January');
  books.paper('funds', 'at-hand', 'letters of the parish and of the Ferry Lane family');
  books.paper('stock-count', 'not-needed', '');
  books.paper('fixed-assets', 'at-hand', 'press and tools, list of 2024');
  books.paper('supplier-bills', 'wanted', 'ask Nettlebed for a statement');
}
