import type { NoteTableResponse } from '@just-ledger/contract';
import {
  AGES,
  ageTable,
  assetMovement,
  balanceSheet,
  type Arrangement,
  type Chart,
  type CivilDate,
  type ComponentKey,
  equityMovement,
  equityStatement,
  formatAmount,
  keysOf,
  minor,
  type Minor,
  type NoteTable,
  STANDARD_NOTES,
  type StandardNote,
  sumByAccount,
  sumOf,
  temporaryParts,
  withComponentsInOrder,
  arrangedPlaces,
  accountIn,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oldBooksOf } from '../earlier-years/old-books.js';
import { flowsBetween, type LedgerView } from '../ledger/flow-store.js';
import { controlAccounts } from '../open-items/open-documents.js';
import { openByAge } from '../open-items/open-items-at.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { assetMovements } from './asset-movements.js';
import { equityFlows } from './equity-flows-of-days.js';
import { positionAt } from './statement-figures.js';

/** Of what standard notes are told. */
export interface NotedDays {
  readonly db: Db;
  readonly organisation: Organisation;
  readonly view: LedgerView;
  readonly chart: Chart;
  readonly arrangement: Arrangement;
  readonly from: CivilDate;
  readonly to: CivilDate;
}

/** The table of a standard note, and whether it ends in what the balance sheet says; undefined where nothing is to tell. */
export function standardNoteTable(notedDays: NotedDays, standard: StandardNote): NoteTableResponse | undefined {
  const { db, organisation, view, chart, to } = notedDays;
  // of the old books there are balances, and no entries
  if (to < oldBooksOf(db, organisation).changeover) return undefined;
  const table = tableOf(notedDays, standard);
  if (!table) return undefined;
  const position = positionAt(db, organisation, view, chart, to);
  const key: string = STANDARD_NOTES[standard].row;
  const sheet = balanceSheet(chart, organisation.kind, position.flows, position.equity);
  const figure =
    key === '' ? controlled(notedDays, standard) : (sheet.rows.find((row) => row.key === key)?.amount ?? ZERO);
  const write = (amount: Minor | undefined): string | null =>
    amount === undefined ? null : formatAmount(amount, organisation.baseCurrency);
  return {
    columns: [...table.columns],
    rows: table.rows.map(({ label, kind, amounts, terms }) => ({
      label,
      kind,
      amounts: amounts.map(write),
      terms: terms ? terms.map((term) => ({ ...term })) : null,
    })),
    endsInTotal: table.endsInTotal,
    agrees: table.end === figure,
  };
}

function tableOf(notedDays: NotedDays, standard: StandardNote): NoteTable | undefined {
  const { db, organisation, view, chart, arrangement, from, to } = notedDays;
  switch (standard) {
    case 'fixed-assets':
      return assetMovement(chart, arrangement, assetMovements(db, view, chart, { from, to }));
    case 'equity': {
      const flows = equityFlows(db, organisation, view, from, to);
      const places = arrangedPlaces(chart, arrangement);
      const statement = withComponentsInOrder(equityStatement(chart, organisation.kind, flows), places);
      return equityMovement(statement, resultInParts(notedDays, flows));
    }
    case 'receivables':
    case 'payables': {
      // what is open is told as it is known now
      if (view.knownTo !== undefined) return undefined;
      const open = openByAge(db, {
        organisation: organisation.id,
        accounts: accountsOf(notedDays, standard),
        asAt: to,
      });
      const sign = standard === 'receivables' ? 1 : -1;
      return ageTable(keysOf(AGES).map((age) => [AGES[age], minor(sign * open[age] || 0)]));
    }
    default:
      return standard satisfies never;
  }
}

/** Income and expenses by the component that takes them, where the result is shared by nothing but weights and funds. */
function resultInParts({ organisation, chart }: NotedDays, { years }: ReturnType<typeof equityFlows>) {
  if (organisation.kind !== 'non-profit' && organisation.kind !== 'co-operative') return undefined;
  const [income, expense] = (['revenue', 'expense'] as const).map((element) => {
    const sums = new Map<ComponentKey, Minor>();
    for (const { rules, span } of years) {
      if (!rules) continue;
      const flows = span.filter(({ account }) => accountIn(chart, account).element === element);
      for (const [key, amount] of temporaryParts(chart, rules, flows).result)
        sums.set(key, sumOf([sums.get(key) ?? ZERO, amount]));
    }
    return sums;
  });
  return income && expense && { income, expense };
}

function accountsOf({ db, organisation }: NotedDays, standard: 'receivables' | 'payables') {
  return controlAccounts(db, organisation.id, standard);
}

/** What stands on the accounts of what is owed, on the side on which it is owed. */
function controlled(notedDays: NotedDays, standard: StandardNote): Minor {
  if (standard !== 'receivables' && standard !== 'payables') return ZERO;
  const balances = sumByAccount(flowsBetween(notedDays.db, notedDays.view, undefined, notedDays.to));
  const sum = sumOf(accountsOf(notedDays, standard).map(({ id }) => balances.get(id) ?? ZERO));
  return standard === 'receivables' ? sum : minor(-sum || 0);
}
