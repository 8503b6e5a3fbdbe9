import { safeParseAmount, type AmountFailure, type AmountMarks } from './amount.js';
import type { CurrencyCode } from './currency.js';
import { minor, type Minor } from './minor.js';

/** An amount as a paper has it: a side only where the paper names one. */
export type WrittenAmount =
  | { readonly ok: true; readonly amount: Minor; readonly side?: 'debit' | 'credit' }
  | { readonly ok: false; readonly failure: AmountFailure };

const SIDES = { cr: 'credit', c: 'credit', credit: 'credit', dr: 'debit', d: 'debit', debit: 'debit' } as const;

/**
 * Reads an amount as papers and spreadsheets write it: with thousands marks, in parentheses, with the minus before or
 * after, with CR or DR, with a currency sign.
 *
 * @param marks which mark parts decimals and which thousands: see {@link recogniseMarks}
 * @returns the amount, negative for a minus or parentheses, and the side that is named; an empty text is zero
 * @example readWrittenAmount('1.234,50 Cr', EUR, {decimal: ',', thousands: '.'}) // → {ok: true, amount: 123450, side: 'credit'}
 */
export function readWrittenAmount(text: string, currency: CurrencyCode, marks: AmountMarks): WrittenAmount {
  const { number, isNegative, side } = unwrapped(text);
  if (number === '') return { ok: true, amount: minor(0) };
  const digits = number.replaceAll(/[ '’]/g, '').replaceAll(marks.thousands === '' ? /(?!)/g : marks.thousands, '');
  const read = safeParseAmount(marks.decimal === ',' ? digits.replace(',', '.') : digits, currency);
  const isPlain = !/[-–−+()]/.test(number) && isGrouped(number, marks);
  if (!read.ok || !isPlain) return { ok: false, failure: read.ok ? 'not-an-amount' : read.failure };
  return { ok: true, amount: minor(isNegative ? -read.amount : read.amount), ...(side && { side }) };
}

/** The number of an amount as it is written, without currency sign, side and minus; nothing for a dash alone. */
export function unwrapped(text: string): {
  readonly number: string;
  readonly isNegative: boolean;
  readonly side?: 'debit' | 'credit';
} {
  const plain = text.replaceAll(/[\s\u00a0\u2009\u202f]+/g, ' ').trim();
  if (plain === '' || /^[-–—]$/.test(plain)) return { number: '', isNegative: false };
  const { rest, side } = withoutSide(withoutSign(plain));
  return { ...withoutMinus(rest), ...(side && { side }) };
}

/**
 * What the marks of a column of amounts mean. A mark that stands twice in one amount, or before fewer or more than
 * three digits, tells; what could be read either way is said to be doubtful, for a person to confirm.
 *
 * @param texts the amounts of a file as they are written
 * @example recogniseMarks(['1.200', '3,50']) // → {marks: {decimal: ',', thousands: '.'}, isDoubtful: false}
 */
export function recogniseMarks(texts: readonly string[]): {
  readonly marks: AmountMarks;
  readonly isDoubtful: boolean;
} {
  let [point, comma] = [0, 0];
  let isOpen = false;
  for (const text of texts) {
    const number = withoutMinus(withoutSide(withoutSign(text.trim())).rest).number.replaceAll(
      /[ '’\u00a0\u2009\u202f]/g,
      '',
    );
    const mark = decimalMarkOf(number);
    if (mark === '.') point += 1;
    else if (mark === ',') comma += 1;
    else if (mark === 'either') isOpen = true;
  }
  if (comma > point) return { marks: { decimal: ',', thousands: '.' }, isDoubtful: point > 0 };
  return { marks: { decimal: '.', thousands: ',' }, isDoubtful: comma > 0 || (point === 0 && isOpen) };
}

/** Which mark of a number must be that of its decimals; `either` if both readings are possible, nothing without marks. */
function decimalMarkOf(number: string): '.' | ',' | 'either' | undefined {
  const marks = [...number.matchAll(/[.,]/g)];
  const last = marks.at(-1);
  if (!last) return undefined;
  const kinds = new Set(marks.map(([mark]) => mark));
  if (kinds.size === 2) return last[0] as '.' | ',';
  // the same mark twice parts thousands
  if (marks.length > 1) return last[0] === '.' ? ',' : '.';
  const isThree = /^\d{1,3}[.,]\d{3}$/.test(number);
  return isThree ? 'either' : (last[0] as '.' | ',');
}

function withoutSign(text: string): string {
  return text.replaceAll(/^\p{Sc}\s?|\s?\p{Sc}$|(?<=[-(])\p{Sc}\s?/gu, '').replace(/^[A-Z]{3}\s(?=[\d(-])/, '');
}

function withoutSide(text: string): { rest: string; side?: 'debit' | 'credit' } {
  const found = /^(?:(cr|dr|credit|debit|c|d)\.?\s*)?(.*?)(?:\s*(cr|dr|credit|debit|c|d)\.?)?$/i.exec(text);
  const word = (found?.[1] ?? found?.[3])?.toLowerCase() as keyof typeof SIDES | undefined;
  return { rest: (found?.[2] ?? text).trim(), ...(word && { side: SIDES[word] }) };
}

function withoutMinus(text: string): { number: string; isNegative: boolean } {
  const inside = /^\((.*)\)$/.exec(text)?.[1]?.trim();
  if (inside !== undefined) return { number: inside, isNegative: true };
  const found = /^([-–−+]?)\s?(.*?)\s?([-–−]?)$/.exec(text);
  const isNegative = (found?.[1] ?? '') !== '' && found?.[1] !== '+';
  return { number: found?.[2] ?? text, isNegative: isNegative || (found?.[3] ?? '') !== '' };
}

/** Whether thousands marks stand where thousands begin, so that 1,2,3 is no amount. */
function isGrouped(number: string, { decimal, thousands }: AmountMarks): boolean {
  const [whole = ''] = number.split(decimal);
  const groups = whole.split(/[ '’\u00a0]/).flatMap((part) => (thousands === '' ? [part] : part.split(thousands)));
  return groups.length === 1 || groups.slice(1).every((group) => group.length === 3);
}
