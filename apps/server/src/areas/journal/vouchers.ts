import {
  type DraftEventResponse,
  type EntryResponse,
  MOST_VOUCHERS,
  type PrintedEntriesQuery,
  type PrintedQuery,
} from '@just-ledger/contract';
import { longDate, longMoment, parseCivilDate, type PaperSize, taxWords } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import type { ListPaper } from '../../platform/files/list-pages.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import { writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedFoot } from '../periods/printed-foot.js';
import { eventsBehind } from './draft-history.js';
import { entryAnswers, entryRowOf } from './entry-store.js';
import { journalRows } from './journal-page.js';
import type { EntryRow } from './posted-entries.js';

/** The voucher of an entry as a PDF, as the books stand at one moment. @throws {Refusal} 404 where there is none */
export const printedVoucher = defineFileTask(
  'printedVoucher',
  (db: Db, asked: ReportQuestion<Organisation, PrintedQuery> & { readonly number: string }) =>
    printed(db, asked, () => [entryRowOf(db, asked.organisation.id, asked.number)]),
);

/**
 * The vouchers of the entries that match, the oldest first, each on a page of its own.
 *
 * @throws {Refusal} 422 if nothing or too much matches
 */
export const printedVouchers = defineFileTask(
  'printedVouchers',
  (db: Db, asked: ReportQuestion<Organisation, PrintedEntriesQuery>) =>
    printed(db, asked, () => {
      const { size: _, ...query } = asked.query;
      const rows = journalRows(db, asked.organisation, query);
      if (rows.length === 0) throw unprocessable('no-entries', '', 'No entry matches: there is nothing to print.');
      if (rows.length > MOST_VOUCHERS) {
        const message = `${rows.length.toLocaleString('en')} entries match; up to ${MOST_VOUCHERS} are printed at once.`;
        throw unprocessable('too-many-vouchers', '', message);
      }
      return rows;
    }),
);

function printed(
  db: Db,
  { organisation, query, today }: ReportQuestion<Organisation, { readonly size?: PaperSize }>,
  rowsOf: () => readonly EntryRow[],
): Promise<Uint8Array> {
  const [papers, foot] = atOneMoment(db, () => {
    const entries = entryAnswers(db, organisation, rowsOf());
    return [
      entries.map((entry) => voucherOf(organisation, entry, eventsBehind(db, organisation.id, entry.number))),
      printedFoot(db, organisation, today),
    ] as const;
  });
  const [first] = papers;
  return writePapersPdf({
    title: `${organisation.name}, ${papers.length === 1 ? first?.title : 'vouchers'}`,
    papers,
    foot,
    size: query.size ?? 'a4',
  });
}

/** What the voucher of an entry says: what it is, its lines, credits set in, and room to sign. */
function voucherOf(
  { name, baseCurrency }: Organisation,
  entry: EntryResponse,
  events: readonly DraftEventResponse[],
): ListPaper {
  const shown = (amount: string | null): string => printedAmount(amount, baseCurrency);
  const prepared = events.find(({ what }) => what === 'prepared');
  const facts: [string, string | null | undefined][] = [
    ['for', entry.explanation],
    ['reference', entry.reference],
    ['supplied on', entry.supplyDate && longDate(parseCivilDate(entry.supplyDate))],
    ['kind', entry.letter ? `adjusting (${entry.letter})` : entry.kind === 'ordinary' ? null : entry.kind],
    ['reverses', entry.reverses],
    ['reversed by', entry.reversedBy],
    ['reverses on', entry.reversesOn && longDate(parseCivilDate(entry.reversesOn))],
    ['corrects', entry.corrects],
    ['corrected by', entry.correctedBy.join(', ')],
    ['papers', entry.papers.map((paper) => paper.name).join(', ')],
    ['prepared', prepared && `${prepared.by}, ${longMoment(prepared.at)}`],
    ['posted', `${entry.postedBy}, ${longMoment(entry.postedAt)}`],
    ['seal', entry.seal],
  ];
  const total = shown(entry.amount);
  return {
    organisation: name,
    title: `Voucher ${entry.number}`,
    dateLine: longDate(parseCivilDate(entry.date)),
    facts: facts.flatMap(([label, text]) => (text ? [[label, text] as const] : [])),
    columns: [
      { label: 'Account', width: 180 },
      { label: 'Note', width: 179 },
      { label: `Debit ${baseCurrency}`, width: 80, isFigure: true },
      { label: `Credit ${baseCurrency}`, width: 80, isFigure: true },
    ],
    groups: [
      ...entry.lines.map((line) => ({
        rows: [
          {
            cells: [
              `${line.account} ${line.accountName}`,
              [
                line.note,
                line.contact,
                line.document,
                line.foreignAmount && `${line.currency} ${line.foreignAmount}`,
                ...Object.values(line.breakdowns ?? {}),
                taxWords(line, shown),
              ]
                .filter(Boolean)
                .join(' · '),
              shown(line.debit),
              shown(line.credit),
            ],
            ...(line.credit !== null && { setIn: 0 }),
          },
        ],
      })),
      { rows: [{ cells: ['Total', '', total, total], style: 'end' }] },
    ],
    signedBy: ['Prepared', 'Checked', 'Approved'],
  };
}
