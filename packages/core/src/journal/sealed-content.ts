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
  // the keys stand in their canonical order
  return (
    `{"date":${canonicalJson(entry.date)}` +
    field('explanation', entry.explanation) +
    field('kind', entry.kind) +
    `,"lines":[${entry.lines.map(sealedLine).join(',')}]` +
    field('number', entry.number) +
    field('place', entry.place) +
    field('postedAt', entry.postedAt) +
    field('reference', entry.reference) +
    field('reverses', entry.reverses) +
    field('source', entry.source) +
    field('stage', entry.stage) +
    field('v', SEALED_VERSION) +
    field('year', entry.year) +
    '}'
  );
}

/** The text whose SHA-256 is an entry's seal. */
export function sealInput(previousSeal: string, content: string): string {
  return `${previousSeal}\n${content}`;
}

function sealedLine(line: EntryLine): string {
  const quote: { rate?: string; ratePerBase?: string } = line.foreign?.quote ?? {};
  return (
    `{"account":${canonicalJson(line.account)}` +
    field('amount', line.amount) +
    field('breakdowns', line.breakdowns) +
    field('cashBasis', line.cashBasis) +
    field('contact', line.contact) +
    field('currency', line.foreign?.currency) +
    field('document', line.document) +
    field('dueDate', line.dueDate) +
    field('foreignAmount', line.foreign?.amount) +
    field('movement', line.movement) +
    field('note', line.note) +
    field('rate', quote.rate) +
    field('ratePerBase', quote.ratePerBase) +
    '}'
  );
}

function field(key: string, value: CanonicalValue | undefined): string {
  return value === undefined ? '' : `,"${key}":${canonicalJson(value)}`;
}
