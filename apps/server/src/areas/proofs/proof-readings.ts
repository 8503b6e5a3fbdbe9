import {
  type AccountId,
  accountIn,
  accountTitle,
  type Chart,
  type CivilDate,
  dayBefore,
  type Element,
  equityRow,
  findFiscalYear,
  isTemporary,
  laterOf,
  longDate,
  minor,
  parseCivilDate,
  type Proof,
  proofOf,
  sumOf,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { defineReading } from '../../platform/threads/task.js';
import { loadChart } from '../accounts/account-store.js';
import { flowsBetween } from '../ledger/flow-store.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';
import { closedYears } from '../periods/period-store.js';
import { positionAt } from '../statements/statement-figures.js';
import { controlProofs, takeOnProofs } from '../take-on/take-on-proofs.js';
import { fullCheck, type FullCheck } from './chain-check.js';
import { type RawSum, rawSumsUntil } from './raw-sums.js';

/** The proofs that are drawn at a date. */
export const proofsAt = defineReading(
  'proofsAt',
  (db: Db, { organisation, asAt }: { organisation: number; asAt: string }): Proof[] => {
    const of = organisationOf(db, organisation);
    const date = parseCivilDate(asAt);
    const raw = rawSumsUntil(db, of, date, yearStart(of, date));
    const all = [...raw.before, ...raw.within];
    return [
      debitsAndCredits(all),
      resultAndEquity(db, of, date, raw.within),
      equityAndBalanceSheet(db, of, date, all),
      ...endedYears(db, of, date),
      ...controlProofs(db, of, date),
      ...takeOnProofs(db, of, date, date),
    ];
  },
);

/** Everything read once over: seals, lines, totals. */
export const checkWhole = defineReading(
  'checkWhole',
  (db: Db, { organisation }: { organisation: number }): FullCheck => {
    return fullCheck(db, organisation);
  },
  { isOfEntriesAlone: true },
);

/** Debits and credits of the raw lines. */
function debitsAndCredits(all: readonly RawSum[]): Proof {
  const sums = {
    debit: all.reduce((sum, { debit }) => sum + debit, 0),
    credit: all.reduce((sum, { credit }) => sum + credit, 0),
  };
  return proofOf('debits-credits', {
    leftLabel: 'Debits',
    left: minor(sums.debit),
    rightLabel: 'Credits',
    right: minor(sums.credit),
    remark: 'All posted lines up to the date, added up on either side.',
  });
}

/** The result from the totals of revenue and expense, against what the raw lines of all other accounts leave over. */
function resultAndEquity(db: Db, organisation: Organisation, asAt: CivilDate, ofYear: readonly RawSum[]): Proof {
  const chart = loadChart(db, organisation.id);
  const start = yearStart(organisation, asAt);
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  const isResult = (id: AccountId): boolean => {
    const account = accountIn(chart, id);
    return account.element === 'revenue' || account.element === 'expense';
  };
  const flows = flowsBetween(db, view, start, asAt).filter(
    (flow) => flow.stage !== 'closing' && isResult(flow.account),
  );
  const result = minor(-flows.reduce((sum, flow) => sum + flow.amount, 0));
  const ordinary = ofYear.filter(({ stage }) => stage !== 'closing');
  const rest = { assets: netOf(ordinary, chart, NET_ASSETS), owners: -netOf(ordinary, chart, ['equity']) };
  return proofOf('result-equity', {
    leftLabel: 'Result of the year to date',
    left: result,
    rightLabel: 'Change in assets less liabilities, less owners’ movements',
    right: minor(rest.assets - rest.owners),
    remark: 'What the income statement shows is what the equity statement takes.',
  });
}

/**
 * What raw lines left on revenue, expense, drawings and their like up to the end of the last closed year, or of the time
 * before these books: nothing. Years that have ended and are not closed yet do not count.
 */
function endedYears(db: Db, books: Organisation, asAt: CivilDate): Proof[] {
  const closed = [...closedYears(db, books.id)]
    .map((label) => findFiscalYear(books.calendar, label)?.last ?? asAt)
    .filter((last) => last <= asAt);
  const end = closed.reduce((latest, last) => laterOf(latest, last), dayBefore(books.calendar.firstDay));
  if (end > asAt) return [];
  const temporary = loadChart(db, books.id).accounts.filter(isTemporary);
  const ids = new Set(temporary.map(({ id }) => id));
  const rows = amountsByAccount(rawSumsUntil(db, books, end).within).filter(({ account }) => ids.has(account));
  if (rows.length === 0) return [];
  const open = rows.filter(({ amount }) => amount !== 0);
  const names = temporary.filter(({ id }) => open.some(({ account }) => account === id)).map(accountTitle);
  return [
    proofOf('ended-years', {
      leftLabel: `On temporary accounts at ${longDate(end)}, either side`,
      left: sumOf(open.map(({ amount }) => minor(Math.abs(amount)))),
      rightLabel: 'Nothing',
      right: minor(0),
      remark:
        open.length === 0
          ? 'All that ended years brought stands in equity.'
          : `Still open: ${names.slice(0, 5).join(', ')}${names.length > 5 ? ' and others' : ''}.`,
    }),
  ];
}

/** The equity statement's end, from totals, against assets less liabilities, from raw lines. */
function equityAndBalanceSheet(db: Db, organisation: Organisation, asAt: CivilDate, all: readonly RawSum[]): Proof {
  const chart = loadChart(db, organisation.id);
  const { equity } = positionAt(
    db,
    organisation,
    { organisation: organisation.id, calendar: organisation.calendar },
    chart,
    asAt,
  );
  return proofOf('equity-balance-sheet', {
    leftLabel: 'End of the equity statement',
    left: equityRow(equity, 'closing-equity').total,
    rightLabel: 'Assets less liabilities',
    right: minor(netOf(all, chart, NET_ASSETS)),
    remark: 'Opening, result and every movement against what is owned less what is owed.',
  });
}

const NET_ASSETS: readonly Element[] = ['asset', 'liability'];

/** What the accounts of some elements come to together; debit positive. */
function netOf(sums: readonly RawSum[], chart: Chart, elements: readonly Element[]): number {
  return sums.reduce(
    (net, { account, debit, credit }) =>
      elements.includes(accountIn(chart, account).element) ? net + debit - credit : net,
    0,
  );
}

/** What each account comes to over all stages; debit positive. */
function amountsByAccount(sums: readonly RawSum[]): { account: AccountId; amount: number }[] {
  const amounts = new Map<AccountId, number>();
  for (const { account, debit, credit } of sums) amounts.set(account, (amounts.get(account) ?? 0) + debit - credit);
  return [...amounts].map(([account, amount]) => ({ account, amount }));
}
