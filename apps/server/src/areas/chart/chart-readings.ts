import type { AccountResponse, TrialBalanceQuery } from '@just-ledger/contract';
import {
  add,
  CHART_COLUMNS,
  chartRows,
  type CivilDate,
  isTemporary,
  type Minor,
  sumByAccount,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { writeCsv } from '../../platform/files/csv.js';
import { defineReport } from '../../platform/threads/report.js';
import { defineReading } from '../../platform/threads/task.js';
import { accountResponse, accountVersions, foreignBalances, loadChart } from '../accounts/account-store.js';
import { postedLines } from '../accounts/account-lines.js';
import { chartNames } from '../accounts/chart-names.js';
import { flowsKnownAt } from '../earlier-years/old-books.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';

/** All accounts with their balances at a date. */
export const accounts = defineReport(
  'accounts',
  (db: Db, organisation: Organisation, { asAt }: TrialBalanceQuery, today: CivilDate): AccountResponse[] =>
    accountsAt(db, organisation, reportDate(asAt, 'asAt', organisation, today, today)),
  { isOfBooksAlone: true },
);

/** The chart of accounts as a file that can be read again. */
export const chartCsv = defineReading('chartCsv', (db: Db, { organisation }: { organisation: number }): string =>
  writeCsv(CHART_COLUMNS, chartRows(loadChart(db, organisation), chartNames(db, organisation))),
);

function accountsAt(db: Db, organisation: Organisation, asAt: CivilDate): AccountResponse[] {
  const chart = loadChart(db, organisation.id);
  const known = flowsKnownAt(
    db,
    organisation,
    { organisation: organisation.id, calendar: organisation.calendar },
    asAt,
  ).of;
  const { earlier, year } = known ?? { earlier: [], year: [] };
  const [before, running] = [sumByAccount(earlier), sumByAccount(year)];
  const lines = postedLines(db, organisation.id);
  const versions = accountVersions(db, organisation.id);
  const names = chartNames(db, organisation.id);
  const kept = chart.accounts.filter(
    ({ currency }) => currency !== undefined && currency !== organisation.baseCurrency,
  );
  const foreign = foreignBalances(
    db,
    organisation.id,
    kept.map(({ id }) => id),
    asAt,
  );
  return chart.accounts.map((account) => {
    const own: Minor = running.get(account.id) ?? ZERO;
    const balance = isTemporary(account) ? own : add(own, before.get(account.id) ?? ZERO);
    const version = versions.get(account.id) ?? 1;
    const facts = { lines: lines.get(account.id) ?? 0, balance, foreign: foreign.get(account.id), version, names };
    return accountResponse(account, chart, organisation.baseCurrency, facts);
  });
}
