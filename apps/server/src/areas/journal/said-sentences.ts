import type { SaidSentenceResponse, SentenceEndResponse } from '@just-ledger/contract';
import {
  accountIn,
  type EntryLine,
  entryNumber,
  formatAmount,
  minor,
  type PostedEntry,
  type SayableLine,
  type SentenceEnd,
  sentenceOf,
  sentencesSaid,
  type TaxCode,
  valueNames,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { rowReader } from '../../platform/database/read-rows.js';
import { entry } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { booksVersion } from '../ledger/books-version.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';
import { contactNames } from './entry-store.js';
import { postedEntriesOf } from './posted-entries.js';

/** So many of the latest entries are looked through. */
const LATEST = 2_000;

const latestEntries = rowReader(
  entry,
  `AS e WHERE e.organisation = @organisation AND e.kind IN ('ordinary', 'adjusting') AND e.source <> 'closing'
    AND NOT EXISTS (SELECT 1 FROM entry AS r WHERE r.organisation = e.organisation AND r.reverses = e.place)
    ORDER BY e.place DESC LIMIT ${LATEST}`,
);

/** The sentences that simple entries among the latest were posted with and stand; those said most often first. */
export function saidSentences(db: Db, books: Organisation): SaidSentenceResponse[] {
  return keptWhile(db, `sentences said ${books.id}`, booksVersion(db, books.id), () => {
    const posted = postedEntriesOf(db, books.id, latestEntries(db)({ organisation: books.id }));
    const chart = loadChart(db, books.id);
    const breakdowns = loadBreakdowns(db, books.id);
    const contactName = contactNames(db, books.id, posted);
    let codes: readonly TaxCode[] | undefined;
    const taxCodes = (): readonly TaxCode[] => (codes ??= loadTaxCodes(db, books.id));
    const sayable = (line: EntryLine, explanation: string): SayableLine => ({
      account: accountIn(chart, line.account).number,
      contact: line.contact === undefined ? undefined : (contactName(line.contact) ?? undefined),
      breakdowns: line.breakdowns && valueNames(breakdowns, line.breakdowns),
      amount: line.amount,
      taxCode: line.tax && taxCodes().find(({ id }) => id === line.tax?.code)?.code,
      isTax: line.tax?.side !== undefined,
      saysMore: saysMore(line, explanation),
    });
    const said = posted.flatMap((postedEntry) => {
      if (postedEntry.supplyDate !== undefined) return [];
      const sentence = sentenceOf(
        postedEntry.explanation,
        postedEntry.lines.map((line) => sayable(line, postedEntry.explanation)),
      );
      return sentence ? [{ sentence, entry: postedEntry }] : [];
    });
    return sentencesSaid(said).map(({ from, to, explanation, times, latest }) => ({
      from: endResponse(from),
      to: endResponse(to),
      explanation,
      times,
      number: entryNumber(latest.year, latest.number),
      date: latest.date,
      amount: formatAmount(amountOf(latest), books.baseCurrency),
    }));
  });
}

function saysMore({ foreign, document, note, tax }: EntryLine, explanation: string): boolean {
  if (tax?.adjustment !== undefined) return true;
  return foreign !== undefined || document !== undefined || (note !== undefined && note !== explanation);
}

/** What went: all debits but the tax that is owed and reclaimed at once. */
function amountOf({ lines }: PostedEntry): ReturnType<typeof minor> {
  const paid = lines.find(({ tax }) => tax === undefined);
  return minor(paid ? Math.abs(paid.amount) : lines.reduce((sum, { amount }) => sum + Math.max(amount, 0), 0));
}

function endResponse({ account, contact, breakdowns, taxCode }: SentenceEnd): SentenceEndResponse {
  return {
    account,
    contact: contact ?? null,
    breakdowns: breakdowns ? { ...breakdowns } : null,
    taxCode: taxCode ?? null,
  };
}
