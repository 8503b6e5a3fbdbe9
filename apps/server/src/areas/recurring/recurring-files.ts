import type { RecurringJournalResponse } from '@just-ledger/contract';
import {
  AMOUNT_SOURCES,
  type Chart,
  parseCivilDate,
  type PaperSize,
  shortDate,
  standingWords,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import type { ListGroup, ListPaper, ListRow } from '../../platform/files/list-pages.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import { writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import { writeWorkbook } from '../../platform/files/write-workbook.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedFoot } from '../periods/printed-foot.js';
import { recurringAnswer } from './recurring-answers.js';
import { recurringJournalsOf } from './recurring-store.js';

type Question = ReportQuestion<Organisation, { readonly size?: PaperSize }>;

/** The schedules as a PDF: how often, how they stand, and what each posts. */
export const printedRecurring = defineFileTask('printedRecurring', (db: Db, asked: Question) => {
  const { organisation, today, query } = asked;
  const [paper, foot] = atOneMoment(
    db,
    () => [recurringPaper(db, asked), printedFoot(db, organisation, today)] as const,
  );
  return writePapersPdf({
    title: `${organisation.name}, ${paper.title}, ${paper.dateLine}`,
    papers: [paper],
    foot,
    size: query.size ?? 'a4',
  });
});

/** The schedules as a workbook, a row each. */
export const recurringWorkbook = defineFileTask('recurringWorkbook', (db: Db, asked: Question) => {
  const journals = atOneMoment(db, () => journalsOf(db, asked));
  const rows = journals.map((journal) => [
    journal.name,
    journal.scheduleWords,
    journal.schedule.from,
    journal.next[0] ?? '',
    AMOUNT_SOURCES[journal.amounts],
    journal.amount,
    standingWords(journal),
  ]);
  return writeWorkbook(
    'Schedules',
    [['name', 'schedule', 'from', 'next', 'amounts', 'amount', 'standing'], ...rows],
    {
      amounts: ['amount'],
      dates: ['from', 'next'],
    },
  );
});

function journalsOf(db: Db, { organisation, today }: Question): RecurringJournalResponse[] {
  return recurringJournalsOf(db, organisation.id).map((journal) =>
    recurringAnswer(db, organisation, journal, today, today),
  );
}

function recurringPaper(db: Db, asked: Question): ListPaper {
  const { organisation, today } = asked;
  const chart = loadChart(db, organisation.id);
  return {
    organisation: organisation.name,
    title: 'Recurring journals',
    dateLine: `as at ${shortDate(today)}`,
    columns: [
      { label: 'Schedule, and what it posts', width: 295 },
      { label: 'Next', width: 64 },
      { label: `Debit ${organisation.baseCurrency}`, width: 80, isFigure: true },
      { label: `Credit ${organisation.baseCurrency}`, width: 80, isFigure: true },
    ],
    groups: journalsOf(db, asked).map((journal) => groupOf(journal, chart, organisation)),
  };
}

function groupOf(journal: RecurringJournalResponse, chart: Chart, { baseCurrency }: Organisation): ListGroup {
  const { name, next, amount, amounts, scheduleWords, entry } = journal;
  const isFixed = amounts === 'fixed';
  const [first] = next;
  // where amounts are computed, those of the lines only say in which proportion they share it
  const comesTo =
    isFixed || amounts === 'asked' || amount === '' ? '' : `comes to ${printedAmount(amount, baseCurrency)}`;
  const how = [scheduleWords, AMOUNT_SOURCES[amounts], comesTo, standingWords(journal)].filter(Boolean).join('; ');
  const figure = (typed: string | undefined): string => (isFixed && typed ? printedAmount(typed, baseCurrency) : '');
  return {
    rows: [
      { cells: [name, first === undefined ? '' : shortDate(parseCivilDate(first)), '', ''], style: 'heading' },
      { cells: [how, '', '', ''], style: 'remark' },
      ...entry.lines.map(({ account, debit, credit, contact }): ListRow => {
        const named = `${account} ${chart.byNumber.get(account)?.name ?? ''}`.trim();
        const label = [named, contact].filter(Boolean).join(' · ');
        return { cells: [label, '', figure(debit), figure(credit)], ...(credit && { setIn: 0 }) };
      }),
    ],
  };
}
