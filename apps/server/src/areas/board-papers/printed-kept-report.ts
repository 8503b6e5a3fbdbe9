import type { EntriesQuery } from '@just-ledger/contract';
import {
  type CivilDate,
  entryFiltersOf,
  HEADINGS,
  isCivilDate,
  parseCivilDate,
  readAmountFilter,
  readTypedAmount,
  statementSettings,
  typedDate,
  yearBefore,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { ListPaper } from '../../platform/files/list-pages.js';
import { paperOfTable } from '../../platform/files/report-table.js';
import type { keptReport } from '../../platform/database/schema.js';
import type { Paper } from '../../platform/files/write-papers-pdf.js';
import { ledgerPaper } from '../account-ledger/ledger-files.js';
import { journalPaper } from '../journal/journal-files.js';
import { agedTables } from '../open-items/aged-files.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { chartsPaper } from '../statements/printed-charts.js';
import { statementPapers } from '../statements/statement-files.js';
import { taxTables } from '../tax-report/tax-files.js';
import { changesTables } from '../trial-balance/changes-files.js';
import { worksheetTables } from '../trial-balance/trial-balance-files.js';

type Kept = typeof keptReport.$inferSelect;

/** A kept report as it is printed. */
export interface PrintedKeptReport {
  readonly papers: readonly Paper[];
  /** How many of them are statements, which people sign under. */
  readonly statements: number;
}

/** What a kept report is printed of. */
export interface PrintedOf {
  readonly db: Db;
  readonly organisation: Organisation;
  readonly today: CivilDate;
  readonly days: { readonly from: CivilDate; readonly to: CivilDate };
  readonly setting: (key: string) => string;
}

const PRINTERS: Readonly<Record<string, (printedOf: PrintedOf) => PrintedKeptReport>> = {
  statements: printedStatements,
  charts: ({ db, organisation, today, days }) => ({
    papers: [chartsPaper(db, organisation, days, today)],
    statements: 0,
  }),
  'trial-balance': printedWorksheet,
  'changed-since': ({ db, organisation, today, days, setting }) => {
    const since = setting('since');
    const moment = since.endsWith('Z') ? since : dayIn(since, today);
    return tables(changesTables(db, organisation, { ...days, ...(moment && { since: moment }) }, today));
  },
  aged: ({ db, organisation, today, days, setting }) => {
    const ledger = setting('ledger') === 'payables' ? 'payables' : 'receivables';
    const documents = setting('documents') === 'all' ? { documents: 'true' } : {};
    return tables(agedTables(db, organisation, { ledger, asAt: days.to, ...documents }, today));
  },
  account: (printedOf) =>
    list(
      ledgerPaper(printedOf.db, {
        ...printedOf,
        query: { account: printedOf.setting('account'), ...filtersOf(printedOf) },
      }),
    ),
  journal: (printedOf) => list(journalPaper(printedOf.db, printedOf.organisation, filtersOf(printedOf))),
  tax: ({ db, organisation, today, days }) => tables(taxTables(db, organisation, days, today)),
};

/** Whether reports of a screen can be printed together with others. */
export function isPrintable(screen: string): boolean {
  return Object.hasOwn(PRINTERS, screen);
}

/** A kept report as it is printed, with the settings that it was kept with. */
export function printedKeptReport(
  { screen, settings }: Pick<Kept, 'screen' | 'settings'>,
  printedOf: Omit<PrintedOf, 'setting'>,
): PrintedKeptReport {
  const setting = (key: string): string => settings.find((setting) => setting.key === key)?.value ?? '';
  return PRINTERS[screen]?.({ ...printedOf, setting }) ?? { papers: [], statements: 0 };
}

function printedStatements({ db, organisation, today, days, setting }: PrintedOf): PrintedKeptReport {
  const drawn = statementSettings(setting, dayIn(setting('known'), days.to));
  const { statements, notes } = statementPapers(db, {
    organisation,
    today,
    query: {
      ...days,
      form: drawn.form,
      statements: drawn.statements.join(','),
      ...(drawn.columns && { columns: drawn.columns }),
      ...(drawn.change.isTold && { change: 'true' }),
      ...(drawn.rounding && { rounding: drawn.rounding }),
      ...(drawn.asKnownOn && { asKnownOn: drawn.asKnownOn }),
      ...(drawn.notes !== 'no' && { notes: 'true' }),
    },
  });
  return { papers: [...statements, ...notes], statements: statements.length };
}

function printedWorksheet({ db, organisation, today, days, setting }: PrintedOf): PrintedKeptReport {
  const [breakdown = '', value] = setting('within').split(/: ?(.*)/s);
  const known = dayIn(setting('known'), days.to);
  const against = setting('against') === 'year-before' ? yearBefore(days.to) : dayIn(setting('against'), days.to);
  const usual = breakdown !== '' && value === undefined ? 'adjusted' : 'unadjusted.adjustments.adjusted';
  const headings = HEADINGS.find((heading) => heading === setting('headings'));
  const query = {
    asAt: days.to,
    show: (setting('columns') || usual).split('.').join(','),
    ...(setting('zeros') !== '' && { zeros: 'true' }),
    ...(headings && { headings, turned: setting('turned') }),
    ...(known && { asKnownOn: known }),
    ...(against && { against }),
    ...(breakdown !== '' && { breakdown }),
    ...(value !== undefined && (value === '' ? { unnamed: 'true' } : { value })),
  };
  return tables(worksheetTables(db, organisation, query, today));
}

/** What a journal or a ledger is filtered by, and its days. */
function filtersOf({ organisation, days, setting }: PrintedOf): EntriesQuery {
  const amounts = readAmountFilter(setting('amount'), organisation.baseCurrency, readTypedAmount);
  return { ...days, ...entryFiltersOf(setting), ...amounts };
}

function list(paper: ListPaper): PrintedKeptReport {
  return { papers: [paper], statements: 0 };
}

function tables(all: ReturnType<typeof taxTables>): PrintedKeptReport {
  return { papers: all.map(paperOfTable), statements: 0 };
}

/** A day as it was typed; none where it is none. */
function dayIn(text: string, near: CivilDate): CivilDate | undefined {
  if (isCivilDate(text)) return parseCivilDate(text);
  return text === '' ? undefined : typedDate(text, near);
}
