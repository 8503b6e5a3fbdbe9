import { type DraftEventResponse, type EntriesQuery, type EntryResponse, MOST_VOUCHERS } from '@just-ledger/contract';
import { longDate, longMoment, parseCivilDate, taxWords, type CurrencyCode } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import { type PdfPart, writePdf } from '../../platform/files/write-pdf.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { defineFileTask } from '../../platform/threads/task.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { eventsBehind } from './draft-history.js';
import { entryAnswers, entryRowOf } from './entry-store.js';
import { journalRows } from './journal-page.js';

/** Which entries: one by its number, or those of a journal. */
type Printed = { readonly organisation: number } & ({ readonly number: string } | { readonly query: EntriesQuery });

/**
 * The vouchers of entries as a PDF, each on a page of its own, as the books stand at one moment.
 *
 * @throws {Refusal} 404 for a number that is not there, 422 if nothing or too much matches
 */
export const writeVouchers = defineFileTask('writeVouchers', (db: Db, printed: Printed): Promise<Uint8Array> => {
  const organisation = organisationOf(db, printed.organisation);
  const entries = atOneMoment(db, () => {
    const rows =
      'number' in printed
        ? [entryRowOf(db, organisation.id, printed.number)]
        : journalRows(db, organisation, printed.query);
    if (rows.length === 0) throw unprocessable('no-entries', '', 'No entry matches: there is nothing to print.');
    if (rows.length > MOST_VOUCHERS) {
      const message = `${rows.length.toLocaleString('en')} entries match; up to ${MOST_VOUCHERS} are printed at once.`;
      throw unprocessable('too-many-vouchers', '', message);
    }
    return entryAnswers(db, organisation, rows).map((entry) => ({
      entry,
      events: eventsBehind(db, organisation.id, entry.number),
    }));
  });
  const parts = entries.flatMap(({ entry, events }, index) =>
    voucherOf(organisation.name, organisation.baseCurrency, entry, events, index > 0),
  );
  const [first] = entries;
  return writePdf(
    entries.length === 1 ? `${organisation.name}, voucher ${first?.entry.number}` : `${organisation.name}, vouchers`,
    parts,
  );
});

/** What the voucher of an entry says. */
function voucherOf(
  organisation: string,
  currency: CurrencyCode,
  entry: EntryResponse,
  events: readonly DraftEventResponse[],
  isOnNewPage: boolean,
): PdfPart[] {
  const shown = (amount: string | null): string => printedAmount(amount, currency);
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
    ['papers', entry.papers.map(({ name }) => name).join(', ')],
    ['prepared', prepared && `${prepared.by}, ${longMoment(prepared.at)}`],
    ['posted', `${entry.postedBy}, ${longMoment(entry.postedAt)}`],
    ['seal', entry.seal],
  ];
  return [
    {
      type: 'title',
      lines: [organisation, `Voucher ${entry.number}`, longDate(parseCivilDate(entry.date))],
      isOnNewPage,
    },
    { type: 'facts', facts: facts.flatMap(([name, text]) => (text ? [[name, text] as const] : [])) },
    {
      type: 'table',
      heading: '',
      columns: ['Account', 'Note', `Debit ${currency}`, `Credit ${currency}`],
      widths: ['auto', '*', 'auto', 'auto'],
      amounts: 2,
      rows: entry.lines.map((line) => [
        `${line.account} ${line.accountName}`,
        [line.note, line.contact, line.document, ...Object.values(line.breakdowns ?? {}), taxWords(line, shown)]
          .filter(Boolean)
          .join(' · '),
        shown(line.debit),
        shown(line.credit),
      ]),
      totals: ['Total', '', shown(entry.amount), shown(entry.amount)],
    },
    { type: 'signatures', as: ['Prepared', 'Checked', 'Approved'] },
  ];
}
