import type { AdjustmentsQuery, LackingAdjustmentResponse } from '@just-ledger/contract';
import {
  accountIn,
  type AccountId,
  balancesAtStage,
  type Chart,
  type CivilDate,
  dayBefore,
  depreciationBetween,
  formatAmount,
  keysOf,
  lackingAdjustments,
  minor,
  type TargetRule,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { defineReport } from '../../platform/threads/report.js';
import { readSomeTrays } from '../account-detail/tray-rows.js';
import { loadChart } from '../accounts/account-store.js';
import { openFindings } from '../findings/findings-report.js';
import { numbersOf } from '../journal/entry-links.js';
import { flowsAtDate } from '../ledger/ledger-view.js';
import { controlAccounts } from '../open-items/open-documents.js';
import { openByAge } from '../open-items/open-items-at.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { assetsOf } from '../recurring/proposed-entry.js';
import { entryOfVersion, lastVersionOf, recurringJournalsOf, termsOfVersion } from '../recurring/recurring-store.js';

/** The adjusting entries that the books call for in a span of days, and that nothing makes. */
export const lackingAdjustmentsReport = defineReport(
  'lackingAdjustmentsReport',
  (db: Db, organisation: Organisation, query: AdjustmentsQuery, today: CivilDate): LackingAdjustmentResponse[] => {
    const { from, to } = reportSpan(query, organisation, today);
    const { id, calendar, baseCurrency } = organisation;
    const chart = loadChart(db, id);
    const { balanceOf } = balancesAtStage(
      chart,
      flowsAtDate(db, organisation, { organisation: id, calendar }, to),
      'adjusted',
    );
    const { scheduled, targets, classes } = onSchedules(db, id, chart);
    const accounts = controlAccounts(db, id, 'receivables');
    const ages = openByAge(db, { organisation: id, accounts, asAt: to });
    const lacking = lackingAdjustments({
      chart,
      balanceOf,
      scheduled,
      targets,
      unwritten: unwrittenClasses(db, organisation, classes, from, to),
      overdue: minor(keysOf(ages).reduce((sum, age) => (age === 'not-due' ? sum : sum + ages[age]), 0)),
      findings: openFindings(db, organisation, { from, to, today }),
    });
    const numbers = numbersOf(
      db,
      id,
      lacking.flatMap(({ entry }) => entry ?? []),
    );
    return lacking.map(({ kind, account, assetClass, amount, entry, why }) => {
      const on = account === undefined ? undefined : accountIn(chart, account);
      return {
        kind,
        account: on?.number ?? null,
        name: on?.name ?? null,
        assetClass: assetClass ?? null,
        amount: amount === undefined ? null : formatAmount(amount, baseCurrency),
        entry: (entry !== undefined && numbers.get(entry)) || null,
        why,
      };
    });
  },
);

/** What the schedules that go on name: accounts, targets, and classes of the asset register. */
function onSchedules(db: Db, organisation: number, chart: Chart) {
  const scheduled = new Set<AccountId>();
  const targets = new Set<TargetRule>();
  const classes = new Set<string>();
  for (const journal of recurringJournalsOf(db, organisation)) {
    if (journal.row.endedOn !== null) continue;
    const version = lastVersionOf(journal);
    const { target, share, loan, depreciation } = termsOfVersion(db, version);
    const named = [
      ...entryOfVersion(db, version).lines.map(({ account }) => account),
      ...[target?.account, share?.account, loan?.account],
    ];
    for (const number of named) {
      const account = number === undefined ? undefined : chart.byNumber.get(number);
      if (account) scheduled.add(account.id);
    }
    if (target) targets.add(target.by);
    if (depreciation?.assetClass) classes.add(depreciation.assetClass.toLowerCase());
  }
  return { scheduled, targets, classes };
}

/** The classes of the register that no schedule writes off, with what their assets lose in a span of days. */
function unwrittenClasses(
  db: Db,
  organisation: Organisation,
  classes: ReadonlySet<string>,
  from: CivilDate,
  to: CivilDate,
): { readonly assetClass: string; readonly amount: ReturnType<typeof minor> }[] {
  const { trays } = readSomeTrays(db, organisation.id, ['asset-classes', 'assets']);
  return trays['asset-classes'].facts.flatMap(({ class: { name } }) => {
    if (classes.has(name.toLowerCase())) return [];
    const lost = assetsWith(db, organisation, name, to).reduce(
      (sum, { asset, takenOn }) =>
        sum + (depreciationBetween(asset, dayBefore(from), to, organisation.calendar, takenOn) ?? 0),
      0,
    );
    return lost > 0 ? [{ assetClass: name, amount: minor(lost) }] : [];
  });
}

/** The assets of a class; none of one that lacks its accounts. */
function assetsWith(db: Db, organisation: Organisation, name: string, asAt: CivilDate) {
  try {
    return assetsOf(db, organisation, name, asAt);
  } catch (error) {
    if (error instanceof Refusal) return [];
    throw error;
  }
}
