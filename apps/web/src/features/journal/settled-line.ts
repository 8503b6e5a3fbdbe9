import {
  baseAmount,
  type CurrencyCode,
  isCurrencyCode,
  isRate,
  type Minor,
  minor,
  type Side,
  typedAmountProblem,
} from '@just-ledger/core';
import { inCell, plainDecimal, readTyped } from '../../ui/own-ways.js';
import { type AmountCell, amountIn, type FormLine, type QuotedRate } from './form-line.js';

function withDoubt(line: FormLine | undefined, cell: AmountCell, why: string): Partial<FormLine> {
  return { doubts: { ...line?.doubts, [cell]: why } };
}

function baseAmountOf(
  foreign: Minor,
  from: CurrencyCode,
  { way, text }: QuotedRate,
  base: CurrencyCode,
): Minor | undefined {
  if (!isRate(text)) return undefined;
  return baseAmount(foreign, from, base, way === 'rate' ? { rate: text } : { ratePerBase: text });
}

/** Of amount and rate the one typed last counts: a rate that does not lead to the amount is taken away. */
function withoutOldRate(line: FormLine, amount: Minor, base: CurrencyCode): Partial<FormLine> {
  if (line.rate.trim() === '' || amount === 0 || !isCurrencyCode(line.currency)) return {};
  const foreign = readTyped(line.foreignAmount, line.currency);
  const quoted = { way: line.rateWay, text: plainDecimal(line.rate) };
  const computed = foreign.ok ? baseAmountOf(foreign.amount, line.currency, quoted, base) : undefined;
  return computed === undefined || Math.abs(computed) === amount ? {} : { rate: '', isRateTyped: false };
}

function isWithoutAmount({ debit, credit, rate }: FormLine): boolean {
  return debit === '' && credit === '' && rate.trim() === '';
}

/** An amount that was left: worked out, a negative one moved to the other side, the other side emptied. */
export function settled(line: FormLine | undefined, side: Side, currency: CurrencyCode): Partial<FormLine> {
  const typed = line?.[side] ?? '';
  if (typed.trim() === '') return { [side]: '' };
  const read = readTyped(typed, currency);
  if (!read.ok) return withDoubt(line, side, typedAmountProblem(typed.trim(), read.failure, currency));
  const amount = amountIn(typed, side, currency) ?? read.amount;
  const other = side === 'debit' ? 'credit' : 'debit';
  const change: Partial<FormLine> =
    amount < 0
      ? { [side]: '', [other]: inCell(minor(-amount), currency) }
      : { [side]: amount === 0 ? '' : inCell(amount, currency), [other]: '' };
  return { ...change, doubts: {}, ...(line && withoutOldRate(line, minor(Math.abs(amount)), currency)) };
}

/** A foreign amount or rate that was left: the amount in the books' currency follows, on its side. */
export function foreignSettled(
  line: FormLine | undefined,
  base: CurrencyCode,
  held: QuotedRate | undefined,
): Partial<FormLine> {
  if (!line || !isCurrencyCode(line.currency)) return {};
  const worked = readTyped(line.foreignAmount, line.currency);
  if (!worked.ok) {
    const typed = line.foreignAmount.trim();
    return withDoubt(line, 'foreignAmount', typedAmountProblem(typed, worked.failure, line.currency));
  }
  if (worked.amount === 0) return {};
  const foreignAmount = inCell(minor(Math.abs(worked.amount)), line.currency);
  // an amount that was typed without a rate stands: the two say at which rate
  if (line.rate.trim() === '' && (line.debit !== '' || line.credit !== '')) return { foreignAmount };
  const used = line.rate.trim() === '' ? held : { way: line.rateWay, text: plainDecimal(line.rate) };
  const amount = used && baseAmountOf(worked.amount, line.currency, used, base);
  if (!used || !amount) return worked.amount > 0 ? { foreignAmount } : {};
  const settles = line.settles !== undefined && line.debit === '' && line.credit === '' ? line.settles : undefined;
  const side: Side = settles ?? (amount < 0 || (line.credit !== '' && line.debit === '') ? 'credit' : 'debit');
  return {
    rate: used.text,
    rateWay: used.way,
    isRateTyped: line.rate.trim() !== '' && line.isRateTyped !== false,
    foreignAmount,
    debit: '',
    credit: '',
    [side]: inCell(minor(Math.abs(amount)), base),
  };
}

/** A rate that was proposed follows the date; one that was typed stays, and so does an amount that was. */
export function withRateOfDay(line: FormLine | undefined, base: CurrencyCode, held: QuotedRate): Partial<FormLine> {
  if (!line) return {};
  const isWaiting = line.settles !== undefined && line.foreignAmount !== '' && isWithoutAmount(line);
  if (isWaiting) return { ...foreignSettled(line, base, held), isRateTyped: false };
  if (line.isRateTyped !== false || line.rate.trim() === '') return {};
  if (line.rateWay === held.way && line.rate === held.text) return {};
  const side: Side = line.credit !== '' ? 'credit' : 'debit';
  const plain = { ...line, rate: '', debit: '', credit: '', settles: side };
  return { ...foreignSettled(plain, base, held), isRateTyped: false };
}
