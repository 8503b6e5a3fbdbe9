import {
  type AmountMarks,
  type CurrencyCode,
  minor,
  PLAIN_MARKS,
  plainNumber,
  readTypedAmount,
  type TrayColumn,
  unwrapped,
} from '@just-ledger/core';
import { displayed, ownMarks, readTyped } from '../../ui/own-ways.js';

type Cells = Record<string, string>;

/** Cells as they are kept, in the marks of the person who looks at them. */
export function inOwnMarks(columns: readonly TrayColumn[], cells: Cells): Cells {
  return withMarks(columns, cells, PLAIN_MARKS, ownMarks());
}

/** Cells as the person typed them, in the marks in which rows are kept: the same for everybody. */
export function inPlainMarks(columns: readonly TrayColumn[], cells: Cells): Cells {
  return withMarks(columns, cells, ownMarks(), PLAIN_MARKS);
}

/**
 * What an amount becomes when its cell is left: arithmetic worked out, another decimal mark written as the person's own.
 *
 * @returns undefined where it can stay as it was typed, or could not be read
 */
export function ownAmount(text: string, currency: CurrencyCode): string | undefined {
  const { number } = unwrapped(text);
  const read = readTyped(text, currency);
  if (number === '' || !read.ok) return undefined;
  const isLone = /^[\d.,\s’']+$/.test(number);
  const own = readTypedAmount(text, currency, ownMarks());
  const isOwnWay = isLone && own.ok && !hasOtherDecimal(number, ownMarks());
  if (isOwnWay) return undefined;
  const amount = displayed(minor(Math.abs(read.amount)), currency);
  const signed = read.amount < 0 ? `-${amount}` : amount;
  return read.side ? `${signed} ${read.side === 'credit' ? 'CR' : 'DR'}` : signed;
}

/** Whether the other mark parts the decimals of a number. */
function hasOtherDecimal(number: string, { decimal }: AmountMarks): boolean {
  const other = decimal === '.' ? ',' : '.';
  return (
    number.includes(other) && number.lastIndexOf(other) > number.lastIndexOf(decimal) && !/[.,]\d{3}$/.test(number)
  );
}

function withMarks(columns: readonly TrayColumn[], cells: Cells, from: AmountMarks, to: AmountMarks): Cells {
  if (from.decimal === to.decimal && from.thousands === to.thousands) return cells;
  const amounts = new Set(columns.filter(({ kind }) => kind === 'amount').map(({ key }) => key));
  return Object.fromEntries(
    Object.entries(cells).map(([key, text]) => [key, amounts.has(key) ? remarked(text, from, to) : text]),
  );
}

/** An amount whose number is written with other marks; sign, side and currency stay where they are. */
function remarked(text: string, from: AmountMarks, to: AmountMarks): string {
  const { number } = unwrapped(text);
  const plain = number === '' ? undefined : plainNumber(number, from);
  if (plain === undefined) return text;
  const [whole = '', decimals] = plain.split('.');
  const grouped = /[.,\s’']/.test(number.replace(/[.,]\d*$/, ''))
    ? whole.replace(/\B(?=(\d{3})+$)/g, to.thousands)
    : whole;
  return text.replace(number, decimals === undefined ? grouped : `${grouped}${to.decimal}${decimals}`);
}
