import type { ClosingRehearsalResponse, PrintedClosingQuery } from '@just-ledger/contract';
import { longDate, longMoment, parseCivilDate, shortDate, STATEMENT_WORDS } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import type { ListGroup, ListPaper, ListRow } from '../../platform/files/list-pages.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import { paperOfTable, type ReportTable } from '../../platform/files/report-table.js';
import { type Paper, writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import { closingRehearsal } from '../closing/closing-rehearsal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';
import { printedFoot } from '../periods/printed-foot.js';
import { printedProofs } from '../periods/printed-proofs.js';
import { proofsAt } from '../proofs/proof-readings.js';
import { statementPapers } from '../statements/statement-files.js';
import { worksheetTables } from '../trial-balance/trial-balance-files.js';

type Question = ReportQuestion<Organisation, PrintedClosingQuery & { readonly year: string }>;

/**
 * What was closed, or would be, as one document: statements with room to sign, the worksheet, closing entries, the
 * post-closing trial balance with which the next period begins, and the proofs, of the books as they stand at one moment.
 */
export const closingPack = defineFileTask('closingPack', (db: Db, asked: Question) => {
  const { organisation, query } = asked;
  const { papers, names, signedUnder, closing, foot } = atOneMoment(db, () => drawnPack(db, asked));
  const state = closing.posted
    ? `closed by ${closing.posted.by} on ${longMoment(closing.posted.at)}`
    : 'not closed yet: as it would be';
  const title = `Closing of ${closing.yearName}`;
  return writePapersPdf({
    title: `${organisation.name}, ${title}`,
    papers,
    foot,
    size: query.size ?? 'a4',
    signedBy: STATEMENT_WORDS[organisation.kind].signedBy,
    signedUnder,
    front: {
      organisation: organisation.name,
      title,
      lines: [`at ${longDate(parseCivilDate(closing.date))}`, state],
      names,
    },
  });
});

function drawnPack(db: Db, { organisation, query: { year, size: _, ...query }, today }: Question) {
  const closing = closingRehearsal(db, organisation, year, today, query);
  const to = parseCivilDate(closing.date);
  const from = yearStart(organisation, to) ?? to;
  const { statements, notes } = statementPapers(db, {
    organisation,
    today,
    query: { from, to, notes: 'true' },
  });
  const parts: readonly (readonly [name: string, papers: readonly Paper[]])[] = [
    ['The statements', [...statements, ...notes]],
    ['The worksheet', worksheetTables(db, organisation, { asAt: to }, today).map(paperOfTable)],
    ['The closing entries', [closingEntries(closing, organisation)]],
    ['What stays', [paperOfTable(postClosing(closing, organisation))]],
    ['What proves it', [printedProofs(proofsAt(db, { organisation: organisation.id, asAt: to }), to, organisation)]],
  ];
  const names = new Map<number, string>();
  const papers: Paper[] = [];
  for (const [name, some] of parts) {
    names.set(papers.length, name);
    papers.push(...some);
  }
  const foot = printedFoot(db, organisation, today);
  return { papers, names, signedUnder: statements.length - 1, closing, foot };
}

/** The closing entries as they were posted, or would be. */
function closingEntries(closing: ClosingRehearsalResponse, { name, baseCurrency }: Organisation): ListPaper {
  const date = shortDate(parseCivilDate(closing.date));
  return {
    organisation: name,
    title: 'Closing entries',
    dateLine: `at ${longDate(parseCivilDate(closing.date))}`,
    columns: [
      { label: 'Date', width: 58 },
      { label: 'Entry', width: 60 },
      { label: 'Account and explanation', width: 243 },
      { label: `Debit ${baseCurrency}`, width: 79, isFigure: true },
      { label: `Credit ${baseCurrency}`, width: 79, isFigure: true },
    ],
    groups: closing.entries.map(({ explanation, number, lines }): ListGroup => ({
      rows: [
        ...lines.map(({ account, accountName, debit, credit, breakdowns }, index): ListRow => {
          const label = [`${account} ${accountName}`, ...Object.values(breakdowns ?? {})].join(' · ');
          return {
            cells: [
              index === 0 ? date : '',
              index === 0 ? (number ?? '') : '',
              label,
              printedAmount(debit, baseCurrency),
              printedAmount(credit, baseCurrency),
            ],
            ...(credit !== null && { setIn: 2 }),
          };
        }),
        { cells: ['', '', explanation, '', ''], style: 'remark' },
      ],
    })),
  };
}

/** The post-closing trial balance, with which the next period begins. */
function postClosing(closing: ClosingRehearsalResponse, { name, baseCurrency }: Organisation): ReportTable {
  const { rows, totalDebit, totalCredit } = closing.postClosingTrialBalance;
  const opening = longDate(parseCivilDate(closing.opening.date));
  return {
    organisation: name,
    title: 'Post-closing trial balance',
    dateLine: `as at ${longDate(parseCivilDate(closing.date))}`,
    currency: baseCurrency,
    columns: ['Debit', 'Credit'],
    rows: [
      ...rows.map(({ account, name: label, debit, credit }) => ({
        code: account,
        label,
        kind: 'item' as const,
        figures: [debit, credit],
      })),
      { label: 'Total', kind: 'end', figures: [totalDebit, totalCredit] },
    ],
    notes: [
      `${opening} begins with these balances.`,
      ...closing.opening.reversals.map(
        ({ entry, explanation, reversesOn }) =>
          `Entry ${entry}, ${explanation}, is reversed by itself on ${longDate(parseCivilDate(reversesOn))}.`,
      ),
    ],
  };
}
