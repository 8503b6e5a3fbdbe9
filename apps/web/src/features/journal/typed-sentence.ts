import { type CivilDate, type CurrencyCode, minor, type Minor, shortDate } from '@just-ledger/core';
import { inCell, readTyped, typedDay, wireInCell } from '../../ui/own-ways.js';
import type { Taxes } from '../tax-codes/use-taxes.js';
import { emptyForm, type EntryForm } from './entry-form.js';
import { emptyLine, type FormLine, isBlank } from './form-line.js';
import { missingWithout } from './form-tax.js';
import type { OfferedSentence } from './offered-sentence.js';

/** One end of a sentence as it is typed. */
export interface TypedEnd {
  /** The account's number, or what was typed for it. */
  readonly account: string;
  readonly contact: string;
  /** Names of breakdown values by the name of their breakdown. */
  readonly breakdowns: Readonly<Record<string, string>>;
  /** The code of its tax; empty for none. */
  readonly taxCode: string;
  /** Whether the amount is without that tax, which comes on top of it at the other end; else it is in it. */
  readonly isNet?: boolean | undefined;
}

/** A sentence with blanks as it is typed: on a date, an amount went from one account to another for something. */
export interface TypedSentence {
  readonly key: number;
  readonly date: string;
  readonly amount: string;
  readonly from: TypedEnd;
  readonly to: TypedEnd;
  readonly explanation: string;
}

/** The two ends of a sentence. */
export type End = 'from' | 'to';

const NO_END: TypedEnd = { account: '', contact: '', breakdowns: {}, taxCode: '' };

let lastKey = 0;
/** A sentence of which only the date is said. */
export function emptySentence(date: string): TypedSentence {
  return { key: (lastKey += 1), date, amount: '', from: NO_END, to: NO_END, explanation: '' };
}

/** The same sentence as another one. */
export function sentenceAgain(sentence: TypedSentence): TypedSentence {
  return { ...sentence, key: (lastKey += 1) };
}

/** Whether nothing but the date is said. */
export function isUnsaid({ amount, from, to, explanation }: TypedSentence): boolean {
  return [amount, from.account, to.account, explanation].every((text) => text.trim() === '');
}

/** Whether two sentences say the same. */
export function saysSame(a: TypedSentence, b: TypedSentence): boolean {
  return a === b || JSON.stringify({ ...a, key: 0 }) === JSON.stringify({ ...b, key: 0 });
}

/** A sentence as it was said before, on the date and with the amount that stand there; that of a pattern brings its own. */
export function saidAgain(
  sentence: TypedSentence,
  { from, to, explanation, name, amount }: OfferedSentence,
  currency: CurrencyCode,
): TypedSentence {
  const end = ({ account, contact, breakdowns, taxCode }: OfferedSentence['from']): TypedEnd => ({
    account,
    contact: contact ?? '',
    breakdowns: breakdowns ?? {},
    taxCode: taxCode ?? '',
  });
  const brought =
    name !== undefined && sentence.amount.trim() === '' ? wireInCell(amount, currency) : sentence.amount;
  return { ...sentence, from: end(from), to: end(to), explanation, amount: brought };
}

/** A sentence whose blanks were left: its date completed, its amount worked out. */
export function settledSentence(typed: TypedSentence, near: CivilDate, currency: CurrencyCode): TypedSentence {
  const day = typedDay(typed.date, near);
  const sentence = day ? { ...typed, date: shortDate(day) } : typed;
  const read = readTyped(sentence.amount, currency);
  if (!read.ok || sentence.amount.trim() === '') return sentence;
  return { ...sentence, amount: inCell(read.side === 'credit' ? minor(-read.amount) : read.amount, currency) };
}

/** A sentence that is done: a negative amount went the other way. */
export function wholeSentence(typed: TypedSentence, near: CivilDate, currency: CurrencyCode): TypedSentence {
  const sentence = settledSentence(typed, near, currency);
  const read = readTyped(sentence.amount, currency);
  if (!read.ok || read.amount >= 0) return sentence;
  const { from, to } = sentence;
  return { ...sentence, from: to, to: from, amount: inCell(minor(-read.amount), currency) };
}

/** What the tax on top of a sentence is reckoned with. */
export interface TaxOnTop {
  readonly taxes: Taxes;
  readonly currency: CurrencyCode;
  /** The date that typed ones are completed from. */
  readonly near: CivilDate;
}

const forms = new WeakMap<TypedSentence, { readonly form: EntryForm; readonly taxes: Taxes | undefined }>();

/**
 * The entry that a sentence says: debit to, credit from. Tax that comes on top is paid at the other end.
 *
 * @param onTop what that tax is reckoned with; without it the other end has no amount yet
 */
export function formOfSentence(sentence: TypedSentence, onTop?: TaxOnTop): EntryForm {
  const known = forms.get(sentence);
  if (known && known.taxes === onTop?.taxes) return known.form;
  const form = withTaxOnTop(formAsTyped(sentence), sentence, onTop);
  forms.set(sentence, { form, taxes: onTop?.taxes });
  return form;
}

/** What goes in all by a sentence, with the tax on top of it; undefined while that cannot be read. */
export function amountOfSentence(sentence: TypedSentence, onTop: TaxOnTop): Minor | undefined {
  const paid = formOfSentence(sentence, onTop).lines.find(({ amountIs }) => amountIs !== 'net');
  const read = readTyped(paid?.debit || paid?.credit || sentence.amount, onTop.currency);
  return read.ok ? read.amount : undefined;
}

function formAsTyped({ date, amount, from, to, explanation }: TypedSentence): EntryForm {
  const line = ({ isNet, ...end }: TypedEnd, side: 'debit' | 'credit'): FormLine => ({
    ...emptyLine(),
    ...end,
    ...(end.taxCode !== '' && { amountIs: isNet ? 'net' : 'gross' }),
    [side]: amount,
  });
  return { ...emptyForm(date), explanation, lines: [line(to, 'debit'), line(from, 'credit')] };
}

/** The form with what is paid in all at the end that is not taxed, where the amount is that without the tax. */
function withTaxOnTop(form: EntryForm, { date, from, to }: TypedSentence, onTop: TaxOnTop | undefined): EntryForm {
  const isOnTop = ({ taxCode, isNet }: TypedEnd): boolean => isNet === true && taxCode !== '';
  if (!isOnTop(to) && !isOnTop(from)) return form;
  const paid = isOnTop(to) ? 1 : 0;
  const day = onTop && (typedDay(date, onTop.near) ?? onTop.near);
  const missing = day && missingWithout(form, paid, onTop.currency, day, onTop.taxes);
  const lines = form.lines.map((line, index) => {
    if (index !== paid) return line;
    const amount = missing && onTop ? { [missing.side]: inCell(missing.amount, onTop.currency) } : {};
    return { ...line, debit: '', credit: '', ...amount };
  });
  return { ...form, lines };
}

/** The sentence that says an entry as far as it is typed; undefined where it says more than a sentence can. */
export function sentenceOfForm(form: EntryForm, near: CivilDate): TypedSentence | undefined {
  const lines = form.lines.filter((line) => !isBlank(line));
  if (form.kind !== 'ordinary' || form.reference.trim() !== '' || lines.length > 2) return undefined;
  if (form.supplyDate.trim() !== '' || lines.some(isMoreThanInIt)) return undefined;
  if (lines.some((line) => line.foreignAmount !== '' || line.document !== '' || line.note.trim() !== '')) {
    return undefined;
  }
  const debit = lines.find((line) => line.debit !== '');
  const credit = lines.find((line) => line.credit !== '' && line !== debit);
  const [to, from] = [debit ?? lines.find((line) => line !== credit), credit ?? lines.find((line) => line !== debit)];
  if (debit && credit && debit.debit !== credit.credit) return undefined;
  const end = (line: FormLine | undefined): TypedEnd =>
    line
      ? { account: line.account, contact: line.contact, breakdowns: line.breakdowns, taxCode: line.taxCode }
      : NO_END;
  return {
    ...emptySentence(typedDay(form.date, near) ? form.date : ''),
    amount: debit?.debit ?? credit?.credit ?? '',
    from: end(from === to ? undefined : from),
    to: end(to),
    explanation: form.explanation,
  };
}

/** Whether a line says more of its tax than that it is in the amount. */
function isMoreThanInIt({ taxCode, amountIs, taxAdjustment, debit, credit }: FormLine): boolean {
  return taxCode !== '' && (debit !== '' || credit !== '') && (amountIs !== 'gross' || taxAdjustment !== '');
}
