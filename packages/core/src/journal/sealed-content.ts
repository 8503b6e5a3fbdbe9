import { canonicalJson, type CanonicalValue } from './canonical-json.js';
import type { EntryLine, PostedEntry } from './entry.js';

/** The version of the sealed form, written into it as `v`. */
export const SEALED_VERSION = 1;

/** The seal that the first entry of an organisation follows: 64 zeros. */
export const FIRST_PREVIOUS_SEAL = '0'.repeat(64);

/**
 * The canonical text of an entry: what its seal covers and what the database keeps beside its lines. It holds ids,
 * dates, amounts and texts, never labels such as account numbers. The seal is the SHA-256, in lower-case
 * hexadecimal, of the previous seal, a line feed and this text, all in UTF-8.
 *
 * @example sealedContent(entry) // → '{"date":"2026-09-30","explanation":"Rent","kind":"ordinary",…}'
 */
export function sealedContent(entry: PostedEntry): string {
  return canonicalJson({
    v: SEALED_VERSION,
    date: entry.date,
    explanation: entry.explanation,
    kind: entry.kind,
    number: entry.number,
    place: entry.place,
    postedAt: entry.postedAt,
    reference: entry.reference,
    reverses: entry.reverses,
    source: entry.source,
    stage: entry.stage,
    year: entry.year,
    lines: entry.lines.map(sealedLine),
  });
}

/** The text whose SHA-256 is an entry's seal. */
export function sealInput(previousSeal: string, content: string): string {
  return `${previousSeal}\n${content}`;
}

function sealedLine(line: EntryLine): CanonicalValue {
  return {
    account: line.account,
    amount: line.amount,
    breakdowns: line.breakdowns,
    cashBasis: line.cashBasis,
    contact: line.contact,
    currency: line.foreign?.currency,
    document: line.document,
    dueDate: line.dueDate,
    foreignAmount: line.foreign?.amount,
    movement: line.movement,
    note: line.note,
    ...line.foreign?.quote,
  };
}
