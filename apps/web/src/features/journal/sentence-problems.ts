import type { AccountResponse, BreakdownResponse } from '@just-ledger/contract';
import { checkDate, type CivilDate, type CurrencyCode, typedAmountProblem } from '@just-ledger/core';
import { readTyped, typedDay } from '../../ui/own-ways.js';
import type { Taxes } from '../tax-codes/use-taxes.js';
import type { BooksForDates } from './books-for-dates.js';
import { codeTyped } from './form-tax.js';
import type { End, TypedSentence } from './typed-sentence.js';

/** A blank of a sentence: `date`, `from`, `from.contact`, `to.Fund` … */
export type Blank = string;

/** What is wrong with a blank; one that only has not been filled yet says nothing of itself. */
export interface BlankProblem {
  readonly blank: Blank;
  readonly message: string;
  readonly isEmpty: boolean;
}

/** What a sentence is checked against. */
export interface SentenceBooks {
  readonly accounts: readonly AccountResponse[];
  readonly breakdowns: readonly BreakdownResponse[];
  readonly currency: CurrencyCode;
  readonly taxes: Taxes;
  readonly dates: BooksForDates;
  /** The date that typed ones are completed from. */
  readonly near: CivilDate;
}

/** What keeps a sentence from being held, in the order of its blanks. */
export function sentenceProblems(sentence: TypedSentence, books: SentenceBooks): BlankProblem[] {
  return [
    ...dateProblems(sentence, books),
    ...amountProblems(sentence, books),
    ...endProblems(sentence, 'from', books),
    ...endProblems(sentence, 'to', books),
    ...(sentence.explanation.trim() === '' ? [empty('explanation', 'Say what it was for.')] : []),
  ];
}

/** The breakdowns that an account's lines have to name. */
export function neededBreakdowns(
  account: AccountResponse | undefined,
  breakdowns: readonly BreakdownResponse[],
): BreakdownResponse[] {
  if (!account) return [];
  return breakdowns.filter(({ name, selfBalancing }) => selfBalancing || account.breakdowns.includes(name));
}

function dateProblems({ date }: TypedSentence, { near, dates }: SentenceBooks): BlankProblem[] {
  if (date.trim() === '') return [empty('date', 'Say on which day.')];
  const day = typedDay(date, near);
  if (!day) return [wrong('date', 'Not a date.')];
  const checked = checkDate(day, 'ordinary', dates);
  return checked.ok ? [] : checked.problems.slice(0, 1).map(({ message }) => wrong('date', message));
}

function amountProblems({ amount }: TypedSentence, { currency }: SentenceBooks): BlankProblem[] {
  if (amount.trim() === '') return [empty('amount', 'Say how much.')];
  const read = readTyped(amount, currency);
  if (!read.ok) return [wrong('amount', typedAmountProblem(amount.trim(), read.failure, currency))];
  return read.amount === 0 ? [wrong('amount', 'Nothing went: the amount is zero.')] : [];
}

function endProblems(
  sentence: TypedSentence,
  end: End,
  { accounts, breakdowns, currency, taxes }: SentenceBooks,
): BlankProblem[] {
  const { account: number, contact, breakdowns: values, taxCode } = sentence[end];
  if (number.trim() === '') return [empty(end, end === 'from' ? 'Say where it came from.' : 'Say where it went.')];
  const account = accounts.find((account) => account.number === number);
  if (!account) return [wrong(end, 'There is no such account.')];
  if (account.currency !== null && account.currency !== currency) {
    return [
      wrong(end, `${account.number} ${account.name} is kept in ${account.currency}: write it as a full entry.`),
    ];
  }
  const isSame = end === 'to' && number === sentence.from.account && sentence.from.contact === contact;
  return [
    ...(isSame ? [wrong('to', 'It would come back to where it came from.')] : []),
    ...(account.control && contact.trim() === '' ? [empty(`${end}.contact`, 'Say whose.')] : []),
    ...neededBreakdowns(account, breakdowns)
      .filter(({ name }) => account.breakdowns.includes(name) && !values[name])
      .map(({ name }) => empty(`${end}.${name}`, `Say which ${name}.`)),
    ...(taxCode.trim() !== '' && !codeTyped(taxCode, taxes.codes)
      ? [wrong(`${end}.taxCode`, `There is no tax code ${taxCode.trim()}.`)]
      : []),
  ];
}

function empty(blank: Blank, message: string): BlankProblem {
  return { blank, message, isEmpty: true };
}

function wrong(blank: Blank, message: string): BlankProblem {
  return { blank, message, isEmpty: false };
}
