import type {
  TaxAccountResponse,
  TaxReportGroupResponse,
  TaxReportQuery,
  TaxReportResponse,
  TaxReportRowResponse,
} from '@just-ledger/contract';
import {
  accountIn,
  type Chart,
  type CivilDate,
  type CurrencyCode,
  formatAmount,
  isExplained,
  isReported,
  longDate,
  type Minor,
  TAX_GROUPS,
  taxReport,
  type TaxReportRow,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';
import { type Settlement, settlementResponse, settlementsOf, settledNow } from './settlement-store.js';
import { type TaxAccount, taxAccount, taxAccounts } from './tax-accounts.js';
import { reportedPeriod, taxSums } from './tax-sums.js';

/** The tax of a period: code by code from the lines, the accounts that hold it, and whether the two are the same. */
export function taxReportOf(
  db: Db,
  organisation: Organisation,
  query: TaxReportQuery,
  today: CivilDate,
): TaxReportResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const { id, baseCurrency: currency } = organisation;
  const chart = loadChart(db, id);
  const codes = loadTaxCodes(db, id);
  const settlements = settlementsOf(db, id);
  const period = reportedPeriod(from, to, settledNow(settlements));
  const report = taxReport(
    codes.flatMap(({ id: code }) => taxSums(db, id, code, period)),
    codes,
  );
  const view = ledgerView(db, organisation, undefined);
  const accounts = taxAccounts(db, id, codes).map((account) => taxAccount(db, view, account, from, to, settlements));
  const shown = (amount: Minor): string => formatAmount(amount, currency);
  return {
    from,
    to,
    groups: TAX_GROUPS.map((group): TaxReportGroupResponse => {
      const { rows, owed, reclaimed, cost } = report.groups[group];
      return {
        group,
        rows: rows.map((row) => rowResponse(row, currency)),
        owed: shown(owed),
        reclaimed: shown(reclaimed),
        cost: shown(cost),
      };
    }),
    due: shown(report.due),
    accounts: accounts
      .map((account) => accountResponse(account, chart, currency))
      .sort((a, b) => a.account.localeCompare(b.account)),
    holds: accounts.every(isExplained) && isReported(accounts, report),
    settlement: period.own ? settlementResponse(period.own, organisation, chart) : null,
    unsettled: period.own ? null : (whyUnsettled(from, settledNow(settlements)) ?? null),
  };
}

/** Why a period cannot be settled beside what is settled already. */
export function whyUnsettled(from: CivilDate, settled: readonly Settlement[]): string | undefined {
  const later = settled.findLast((settlement) => settlement.to >= from);
  return (
    later &&
    `${longDate(later.from)} to ${longDate(later.to)} is settled by ${later.entry}: choose days after it, or reverse that entry first.`
  );
}

function rowResponse(row: TaxReportRow, currency: CurrencyCode): TaxReportRowResponse {
  const shown = (amount: Minor): string => formatAmount(amount, currency);
  const { code, rate, base, owed, reclaimed, cost, adjusted, rounding } = row;
  return {
    code: code.code,
    name: code.name,
    side: code.side,
    rate,
    base: shown(base),
    owed: shown(owed),
    reclaimed: shown(reclaimed),
    cost: shown(cost),
    adjusted: shown(adjusted),
    rounding: shown(rounding),
  };
}

function accountResponse(taxAccount: TaxAccount, chart: Chart, currency: CurrencyCode): TaxAccountResponse {
  const { number, name } = accountIn(chart, taxAccount.account);
  const shown = (amount: Minor): string => formatAmount(amount, currency);
  return {
    account: number,
    name,
    opening: shown(taxAccount.opening),
    tax: shown(taxAccount.tax),
    settled: shown(taxAccount.settled),
    other: shown(taxAccount.other),
    balance: shown(taxAccount.balance),
    holds: isExplained(taxAccount),
    otherEntries: [...taxAccount.otherEntries],
  };
}

/** The columns of the report as a file. */
export const TAX_COLUMNS = [
  'group',
  'code',
  'name',
  'rate',
  'base',
  'owed',
  'reclaimed',
  'cost',
  'adjusted',
  'rounding',
];

/** The report as rows of a file: each code, and what is due. */
export function taxRows({ groups, due }: TaxReportResponse): string[][] {
  const isOwed = !due.startsWith('-');
  return [
    ...groups.flatMap(({ group, rows }) =>
      rows.map((row) => [
        group,
        row.code,
        row.name,
        row.rate,
        row.base,
        row.owed,
        row.reclaimed,
        row.cost,
        row.adjusted,
        row.rounding,
      ]),
    ),
    [
      'due',
      '',
      isOwed ? 'Owed' : 'To be got back',
      '',
      '',
      isOwed ? due : '',
      isOwed ? '' : due.slice(1),
      '',
      '',
      '',
    ],
  ];
}
