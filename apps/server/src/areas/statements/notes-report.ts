import type { NoteResponse, NotesQuery, NotesResponse } from '@just-ledger/contract';
import {
  accountTitle,
  type CivilDate,
  dayBefore,
  inReadingOrder,
  isNoteOn,
  type SetRow,
  keysOf,
  spanLine,
  STANDARD_NOTES,
  STATEMENTS,
  yearName,
  type StatementKey,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { arrangementOf } from './arrangement-store.js';
import { cashFlowReport } from './cash-flow-report.js';
import { notesToTakeOver, notesUpTo, noteYear } from './note-store.js';
import { type NotedDays, standardNoteTable } from './standard-note-tables.js';
import { heading } from './statement-answers.js';
import { balanceSheetReport, equityStatementReport, incomeStatementReport } from './statement-reports.js';

/** The notes to the statements of some days, numbered as they are read; what the books could tell of themselves. */
export function notesReport(db: Db, organisation: Organisation, query: NotesQuery, today: CivilDate): NotesResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const chart = loadChart(db, organisation.id);
  const arrangement = arrangementOf(db, organisation.id);
  const view = ledgerView(db, organisation, query.asKnownOn);
  const days: NotedDays = { db, organisation, view, chart, arrangement, from, to };
  const statements = rowsOfStatements(db, organisation, query, today);
  const kept = notesUpTo(db, organisation, to).map((row) => {
    const account = row.account === null ? undefined : chart.byId.get(row.account);
    return { ...row, account: account?.number ?? null, name: account ? accountTitle(account) : '' };
  });
  const notes = inReadingOrder(kept, statements).map((note, index): NoteResponse => {
    const { id, statement, row, account, title, text, standard, lastDay, version } = note;
    const drawn = statements.find(({ key }) => key === statement);
    const on = row === null && account === null ? drawn : drawn?.rows.find((row) => isNoteOn(note, row));
    return {
      id,
      number: index + 1,
      statement,
      row,
      account,
      on: on === undefined ? note.name : 'title' in on ? on.title : on.label,
      title,
      text,
      standard,
      table: standard === null ? null : (standardNoteTable(days, standard) ?? null),
      lastDay,
      version,
    };
  });
  const year = noteYear(organisation, to);
  const offered = keysOf(STANDARD_NOTES).filter(
    (standard) =>
      !notes.some((note) => note.standard === standard) && standardNoteTable(days, standard) !== undefined,
  );
  const earlier = notesToTakeOver(db, organisation, year);
  return {
    ...heading(
      organisation,
      arrangement,
      { key: 'notes', usual: 'Notes to the statements' },
      spanLine(organisation.calendar, from, to),
      { note: null },
      query,
    ),
    from,
    to,
    year: yearName(year),
    notes,
    offered: offered.map((standard) => ({ standard, title: STANDARD_NOTES[standard].label })),
    before:
      earlier.length === 0
        ? null
        : { year: yearName(noteYear(organisation, dayBefore(year.first))), notes: earlier.length },
  };
}

interface DrawnStatement {
  readonly key: StatementKey;
  readonly title: string;
  readonly rows: readonly (SetRow & { readonly label: string; readonly account: string | null })[];
}

/** The statements with the rows that notes can be on. */
function rowsOfStatements(
  db: Db,
  organisation: Organisation,
  { form = 'multi-step', ...query }: NotesQuery,
  today: CivilDate,
): DrawnStatement[] {
  return STATEMENTS.map((key): DrawnStatement => {
    switch (key) {
      case 'income-statement':
        return { key, ...incomeStatementReport(db, organisation, { ...query, form }, today) };
      case 'equity-statement': {
        const { title, rows } = equityStatementReport(db, organisation, query, today);
        return { key, title, rows: rows.map((row) => ({ ...row, account: null })) };
      }
      case 'balance-sheet': {
        const { to: asAt, ...more } = query;
        return { key, ...balanceSheetReport(db, organisation, { ...more, ...(asAt && { asAt }) }, today) };
      }
      case 'cash-flow-statement':
        return { key, ...cashFlowReport(db, organisation, query, today) };
      default:
        return key satisfies never;
    }
  });
}
