import type { EntryResponse } from '@just-ledger/contract';
import { type CurrencyCode, linesAsTyped, parseCivilDate, shortDate } from '@just-ledger/core';
import type { EntryForm } from './entry-form.js';
import { formOf } from './entry-request.js';
import { emptyLine, type FormLine, isBlank } from './form-line.js';

/**
 * An entry that corrects lines of another: each wrong one is taken back, then said again with its account marked. What is
 * taken back keeps contact, document and values, so that detail and breakdowns are corrected with it.
 *
 * @param wrong the places of the wrong lines, from 0; where none of them is a line, all are meant
 * @param date as it is shown
 */
export function formOfCorrection(
  entry: EntryResponse,
  wrong: readonly number[],
  date: string,
  currency: CurrencyCode,
): EntryForm {
  // the tax of a wrong line is taken back with it
  const named = entry.lines.filter((line, index) => wrong.includes(index) && line.taxSide === null);
  const meant = named.length > 0 ? named : entry.lines;
  return {
    date,
    kind: entry.kind === 'adjusting' ? 'adjusting' : 'ordinary',
    explanation: `Correction of ${entry.number}: ${entry.explanation}`.slice(0, 500),
    reference: entry.reference ?? '',
    // at the rate that it had
    supplyDate: isTaxed(entry) ? shortDate(parseCivilDate(entry.supplyDate ?? entry.date)) : '',
    corrects: entry.number,
    // what is reversed by itself is reversed as it was posted: so is what corrects it
    reversesOn: entry.reversesOn ? shortDate(parseCivilDate(entry.reversesOn)) : '',
    // the paper of the wrong one is that of the right one
    attachments: [...new Set(entry.papers.map(({ attachment }) => attachment))],
    lines: [
      ...linesOf(entry, meant, currency).map((line) => ({ ...line, debit: line.credit, credit: line.debit })),
      ...linesOf(entry, meant, currency).map((line) => ({ ...line, was: line.account })),
      emptyLine(),
    ],
  };
}

function isTaxed({ lines }: EntryResponse): boolean {
  return lines.some(({ taxCode }) => taxCode !== null);
}

/** Posted lines as they would be typed. */
function linesOf(entry: EntryResponse, lines: EntryResponse['lines'], currency: CurrencyCode): FormLine[] {
  const { date, explanation, kind } = entry;
  const typed = linesAsTyped(lines).map(({ accountName, movement, cashBasis, ...line }) => {
    void [accountName, movement, cashBasis];
    return Object.fromEntries(Object.entries(line).filter(([, value]) => value !== null));
  });
  return formOf({ date, explanation, kind, reference: '', lines: typed }, currency).lines.filter(
    (line) => !isBlank(line),
  );
}
