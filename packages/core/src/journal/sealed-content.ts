import { canonicalJson, type CanonicalValue } from '../audit-trail/canonical-json.js';
import type { EntryLine, ForeignAmount, LineTax, PostedEntry } from './entry.js';

/** The version of the sealed form, written into it as `v`. */
export const SEALED_VERSION = 1;

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
    field('supplyDate', entry.supplyDate) +
    field('v', SEALED_VERSION) +
    field('year', entry.year) +
    '}'
  );
}

/** A line as its canonical text has it: what is foreign, and what is said of a tax, stand beside the rest. */
type SealedLine = Omit<EntryLine, 'foreign' | 'tax'> & {
  readonly taxCode?: LineTax['code'];
  readonly taxRate?: LineTax['rate'];
  readonly taxBase?: LineTax['base'];
  readonly taxSide?: LineTax['side'];
  readonly taxAdjustment?: LineTax['adjustment'];
  readonly currency?: ForeignAmount['currency'];
  readonly foreignAmount?: ForeignAmount['amount'];
  readonly rate?: string;
  readonly ratePerBase?: string;
};

/** An entry as its canonical text has it. */
export type SealedEntry = Omit<PostedEntry, 'lines'> & {
  readonly v: typeof SEALED_VERSION;
  readonly lines: readonly SealedLine[];
};

/**
 * The entry that a canonical text tells of. Whether the text is canonical shows when it is made again.
 *
 * @example sealedContent(entryOfSealed(JSON.parse(content))) === content // → true
 */
export function entryOfSealed({ v: _, lines, ...entry }: SealedEntry): PostedEntry {
  return {
    ...entry,
    lines: lines.map(lineOfSealed),
  };
}

function lineOfSealed({
  currency,
  foreignAmount,
  rate,
  ratePerBase,
  taxCode,
  taxRate,
  taxBase,
  taxSide,
  taxAdjustment,
  ...line
}: SealedLine): EntryLine {
  const quote = rate !== undefined ? { rate } : ratePerBase !== undefined ? { ratePerBase } : undefined;
  return {
    ...line,
    ...(currency !== undefined &&
      foreignAmount !== undefined && {
        foreign: {
          currency,
          amount: foreignAmount,
          ...(quote && { quote: quote as ForeignAmount['quote'] & object }),
        },
      }),
    ...(taxCode !== undefined &&
      taxRate !== undefined &&
      taxBase !== undefined && {
        tax: {
          code: taxCode,
          rate: taxRate,
          base: taxBase,
          ...(taxSide !== undefined && { side: taxSide }),
          ...(taxAdjustment !== undefined && { adjustment: taxAdjustment }),
        },
      }),
  };
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
    field('documentDate', line.documentDate) +
    field('dueDate', line.dueDate) +
    field('foreignAmount', line.foreign?.amount) +
    field('movement', line.movement) +
    field('note', line.note) +
    field('ownNumber', line.ownNumber) +
    field('rate', quote.rate) +
    field('ratePerBase', quote.ratePerBase) +
    field('taxAdjustment', line.tax?.adjustment) +
    field('taxBase', line.tax?.base) +
    field('taxCode', line.tax?.code) +
    field('taxRate', line.tax?.rate) +
    field('taxSide', line.tax?.side) +
    '}'
  );
}

function field(key: string, value: CanonicalValue | undefined): string {
  return value === undefined ? '' : `,"${key}":${canonicalJson(value)}`;
}
