import { type CivilDate, type CurrencyCode, minor, shortDate } from '@just-ledger/core';
import { inCell, readTyped, typedDay, wireInCell } from '../../ui/own-ways.js';
import { emptyForm, type EntryForm } from './entry-form.js';
import { emptyLine, type FormLine, isBlank } from './form-line.js';
import type { OfferedSentence } from './offered-sentence.js';

/** One end of a sentence as it is typed. */
export interface TypedEnd {
  /** The account's number, or what was typed for it. */
  readonly account: string;
  readonly contact: string;
  /** Names of breakdown values by the name of their breakdown. */
  readonly breakdowns: Readonly<Record<string, string>>;
  /** The code of the tax that is in the amount; empty for none. */
  readonly taxCode: string;
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

const forms = new WeakMap<TypedSentence, EntryForm>();

/** The entry that a sentence says: debit to, credit from. */
export function formOfSentence(sentence: TypedSentence): EntryForm {
  const known = forms.get(sentence);
  if (known) return known;
  const { date, amount, from, to, explanation } = sentence;
  const form: EntryForm = {
    ...emptyForm(date),
    explanation,
    lines: [
      { ...emptyLine(), ...to, ...grossIfTaxed(to), debit: amount },
      { ...emptyLine(), ...from, ...grossIfTaxed(from), credit: amount },
    ],
  };
  forms.set(sentence, form);
  return form;
}

/** What went has its tax in it. */
function grossIfTaxed({ taxCode }: TypedEnd): Partial<FormLine> {
  return taxCode === '' ? {} : { amountIs: 'gross' };
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
