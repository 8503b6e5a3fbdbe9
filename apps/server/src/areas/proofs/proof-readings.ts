import {
  type AccountId,
  accountIn,
  add,
  cashFlowClassOf,
  cashFlowStatement,
  type Chart,
  type CivilDate,
  type Element,
  equityRow,
  keysOf,
  minor,
  parseCivilDate,
  type Proof,
  proofOf,
  PROOFS,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { KeptEnd } from '../../platform/database/ends-beside.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { defineReading } from '../../platform/threads/task.js';
import { loadChart } from '../accounts/account-store.js';
import { flowsBetween } from '../ledger/flow-store.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';
import { cashFlowBases } from '../statements/cash-flow-basis.js';
import { positionAt } from '../statements/statement-figures.js';
import { controlProofs, takeOnProofs } from '../take-on/take-on-proofs.js';
import { fullCheck, type FullCheck } from './chain-check.js';
import { closingProofs } from './closing-proofs.js';
import { explained } from './explain-difference.js';
import { historyProof } from './history-proof.js';
import { keptSealsProof } from './kept-seals.js';
import { type RawSum, rawSumsUntil, rawSumsWithin } from './raw-sums.js';

/** The proofs that are drawn at a date; read anew as soon as anything is committed. */
export const proofsAt = defineReading(
  'proofsAt',
  (db: Db, { organisation, asAt }: { organisation: number; asAt: string }): Proof[] =>
    keptUntilCommit(db, `proofs ${organisation} ${asAt}`, () =>
      allProofsAt(db, organisationOf(db, organisation), parseCivilDate(asAt)),
    ),
);

const PLACES = keysOf(PROOFS);

function allProofsAt(db: Db, organisation: Organisation, date: CivilDate): Proof[] {
  return [
    ...proofsOfEntries(db, organisation, date),
    cashFlowAndCash(db, organisation, date),
    ...takeOnProofs(db, organisation, date, date),
  ]
    .map((proof) => explained(db, organisation, date, proof))
    .sort((a, b) => PLACES.indexOf(a.key) - PLACES.indexOf(b.key));
}

/** The proofs at a date that rest on entries alone: nothing but an entry can move them. */
export function proofsOfEntries(db: Db, organisation: Organisation, date: CivilDate): Proof[] {
  const all = rawSumsUntil(db, organisation, date);
  const ofYear = rawSumsWithin(db, organisation, yearStart(organisation, date), date);
  return [
    debitsAndCredits(all),
    resultAndEquity(db, organisation, date, ofYear),
    equityAndBalanceSheet(db, organisation, date, all),
    ...closingProofs(db, organisation, date),
    ...controlProofs(db, organisation, date),
  ];
}

/** Everything read once over: seals, lines, totals. */
export const checkWhole = defineReading(
  'checkWhole',
  (db: Db, { organisation }: { organisation: number }): FullCheck => {
    return fullCheck(db, organisation);
  },
  { isOfEntriesAlone: true },
);

/** Seals that were kept, and histories with what they leave. */
export const checkRecords = defineReading(
  'checkRecords',
  (db: Db, { organisation, beside }: { organisation: number; beside: readonly KeptEnd[] }): Proof[] =>
    recordProofs(db, organisation, beside),
  { isOfEntriesAlone: true },
);

/** The proofs of what stands beside the entries. @param beside the chain ends that are kept beside the books, of whatever organisation */
export function recordProofs(db: Db, id: number, beside: readonly KeptEnd[]): Proof[] {
  const organisation = organisationOf(db, id);
  const own = beside.filter((end) => end.organisation === id);
  return [keptSealsProof(db, organisation, own), historyProof(db, organisation, own)];
}

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

/**
 * What the cash-flow statement of the fiscal year so far ends with, from totals and by way of its activities, against the
 * raw lines of the accounts of cash. It rests on the chart too, where somebody says what is cash.
 */
function cashFlowAndCash(db: Db, organisation: Organisation, asAt: CivilDate): Proof {
  const chart = loadChart(db, organisation.id);
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  const from = yearStart(organisation, asAt) ?? asAt;
  const basis = cashFlowBases(db, view, chart, { from, to: asAt })(from, asAt);
  const { cashAtBeginning, change } = cashFlowStatement(chart, organisation.kind, basis);
  const held = rawSumsUntil(db, organisation, asAt).filter(
    ({ account }) => cashFlowClassOf(accountIn(chart, account)) === 'cash',
  );
  return proofOf('cash-flow', {
    leftLabel: 'Cash at the beginning of the year and what its activities brought',
    left: add(cashAtBeginning, change),
    rightLabel: 'Cash held',
    right: minor(held.reduce((sum, { debit, credit }) => sum + debit - credit, 0)),
    remark: 'The result, what moved no cash, what was paid and received: they end in the cash that is there.',
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
