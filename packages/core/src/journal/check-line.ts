import type { Account } from '../accounts/account.js';
import { isValueHeading } from '../breakdowns/breakdown.js';
import { dueOn, type Terms } from '../contacts/terms.js';
import { isCivilDate, type CivilDate } from '../dates/civil-date.js';
import { formatAmount, safeParseAmount, type AmountFailure } from '../money/amount.js';
import { isCurrencyCode, type CurrencyCode } from '../money/currency.js';
import { minor, type Minor, ZERO } from '../money/minor.js';
import { baseAmount, impliedRate, isRate, rateTolerance, type RateQuote } from '../money/rate.js';
import { isPermanentEquity } from '../accounts/account.js';
import { isPlainText } from '../problems/plain-text.js';
import { problem, type Problem } from '../problems/problem.js';
import type { Books } from '../books/books.js';
import type { EntryLine, ForeignAmount } from './entry.js';
import type { Taxing } from './entry-tax.js';
import { readTax } from './line-tax.js';
import type { EntryKind, EntrySource } from '../ledger/entry-kind.js';
import { MOVEMENTS, type Movement } from '../ledger/movement.js';
import type { ProposedLine } from './proposed-entry.js';

/** A line that could be read, with its account. */
export interface ReadLine {
  readonly account: Account;
  readonly line: EntryLine;
  /** How it is to be taxed, if it is. */
  readonly taxing?: Taxing;
}

/**
 * Reads one proposed line against the books. Problems are added at `lines.<index>.<field>`.
 *
 * @param index from 0, for the path only
 * @returns the line, or undefined if a problem kept it from being read
 */
export function checkLine(
  proposed: ProposedLine,
  index: number,
  entry: LineOf,
  books: Books,
  problems: Problem[],
): ReadLine | undefined {
  const before = problems.length;
  const report: Report = (code, field, message) =>
    void problems.push(problem(code, `lines.${index}.${field}`, message));
  const account = readAccount(proposed, entry, books, report);
  const amounts = readAmounts(proposed, account, entry, books, report);
  const contact = readContact(proposed, account, books, report);
  const breakdowns = readBreakdowns(proposed, account, entry.kind, books, report);
  const note = readText(proposed.note, 'note', 200, report);
  const document = readText(proposed.document, 'document', 40, report);
  const documentDate = readDate(proposed.documentDate, 'documentDate', report);
  const ownNumber = readText(proposed.ownNumber, 'ownNumber', 40, report);
  const givenDue = readDate(proposed.dueDate, 'dueDate', report);
  const movement = readMovement(proposed.movement, account, report);
  const { taxing, tax } = readTax(proposed, amounts?.amount ?? ZERO, entry, books, report);
  if (!account || !amounts || problems.length > before) return undefined;
  const dueDate = givenDue ?? dueByTerms(account, amounts.amount, contact?.terms, documentDate ?? entry.date);
  const line: EntryLine = {
    account: account.id,
    amount: amounts.amount,
    ...(note && { note }),
    ...(contact && { contact: contact.id }),
    ...(breakdowns && { breakdowns }),
    ...(amounts.foreign && { foreign: amounts.foreign }),
    ...(dueDate && { dueDate }),
    ...(document && { document }),
    ...(documentDate && { documentDate }),
    ...(ownNumber && { ownNumber }),
    ...(movement && { movement }),
    ...(proposed.cashBasis !== undefined && { cashBasis: proposed.cashBasis }),
    ...(tax && { tax }),
  };
  return { account, line, ...(taxing && { taxing }) };
}

/** The entry that a line belongs to, as far as its lines depend on it. */
export interface LineOf {
  readonly kind: EntryKind;
  readonly source: EntrySource;
  /** Its date, once it can be read: what is not dated otherwise falls due from it. */
  readonly date?: CivilDate | undefined;
  /** The day that decides the rates of taxes: of the supply, else its date. */
  readonly taxDate?: CivilDate | undefined;
  /** Whether an amount alone may stand on an account in another currency, as a difference of rates. */
  readonly takesDifferences?: boolean;
}

type Named = NonNullable<ReturnType<Books['findContact']>>;

type Report = (code: string, field: string, message: string) => void;

function readAccount(
  proposed: ProposedLine,
  entry: { readonly kind: EntryKind; readonly source: EntrySource },
  books: Books,
  report: Report,
): Account | undefined {
  const number = proposed.account.trim();
  if (number === '') return void report('account-missing', 'account', 'Choose an account.');
  const account = books.chart.byNumber.get(number);
  if (!account) return void report('account-unknown', 'account', `There is no account ${number}.`);
  const title = `${account.number} ${account.name}`;
  if (books.chart.headings.has(account.id)) {
    report('account-heading', 'account', `${title} is a heading; choose an account under it.`);
  }
  const freely = entry.kind === 'closing' || entry.kind === 'reversing';
  if (!account.active && !freely)
    report('account-retired', 'account', `${title} is retired and takes no new entries.`);
  if (!account.typedEntries && !freely && entry.source === 'manual') {
    report('no-typed-entries', 'account', `${title} takes no typed entries; it is written to by the product itself.`);
  }
  return account;
}

function readContact(
  proposed: ProposedLine,
  account: Account | undefined,
  books: Books,
  report: Report,
): Named | undefined {
  const text = proposed.contact?.trim();
  if (!text) {
    if (account?.control) {
      const owed = account.control === 'receivables' ? 'customer or other debtor' : 'supplier or other creditor';
      report(
        'contact-missing',
        'contact',
        `${account.number} ${account.name} is a control account: name the ${owed}.`,
      );
    }
    return undefined;
  }
  const contact = books.findContact(text);
  if (!contact) return void report('contact-unknown', 'contact', `There is no contact “${text}”.`);
  if (!contact.active) report('contact-retired', 'contact', `${contact.name} is retired and takes no new entries.`);
  return contact;
}

/** When a line that opens a document falls due by its contact's terms; nothing for payments, or without terms. */
function dueByTerms(
  account: Account,
  amount: Minor,
  terms: Terms | undefined,
  date: CivilDate | undefined,
): CivilDate | undefined {
  const opens = account.control === 'receivables' ? amount > 0 : account.control === 'payables' && amount < 0;
  return opens && terms && date ? dueOn(terms, date) : undefined;
}

function readBreakdowns(
  proposed: ProposedLine,
  account: Account | undefined,
  kind: EntryKind,
  books: Books,
  report: Report,
): Record<string, number> | undefined {
  const given = Object.entries(proposed.breakdowns ?? {}).filter(([, name]) => name.trim() !== '');
  const read: Record<string, number> = {};
  for (const [name, valueName] of given) {
    const breakdown = books.breakdowns.find((candidate) => candidate.name === name);
    const value = breakdown?.values.find((candidate) => candidate.name === valueName);
    const refuse = (code: string, message: string): void => report(code, `breakdowns.${name}`, message);
    if (!breakdown) refuse('breakdown-unknown', `There is no breakdown “${name}”.`);
    else if (!value) refuse('breakdown-value-unknown', `${name} has no value “${valueName}”.`);
    else if (isValueHeading(breakdown, value)) {
      refuse('breakdown-value-heading', `“${valueName}” sums up others; choose one under it.`);
    } else if (!value.active)
      refuse('breakdown-value-retired', `“${valueName}” is retired and takes no new entries.`);
    else read[String(breakdown.id)] = value.id;
  }
  // closing and reversing entries carry what the lines they undo carried
  const required = kind === 'closing' || kind === 'reversing' ? [] : (account?.requiredBreakdowns ?? []);
  for (const id of required) {
    const breakdown = books.breakdowns.find((candidate) => candidate.id === id);
    if (!breakdown || given.some(([name]) => name === breakdown.name)) continue;
    const message = `${account?.number} ${account?.name} needs its ${breakdown.name}.`;
    report('breakdown-missing', `breakdowns.${breakdown.name}`, message);
  }
  return Object.keys(read).length > 0 ? read : undefined;
}

const FAILURES = {
  'not-an-amount': 'is not an amount. Amounts are plain digits with a decimal point, such as 1234.50.',
  'too-many-decimals': 'has more decimals than the currency.',
  'too-large': 'is larger than the books can hold.',
} as const satisfies Record<AmountFailure, string>;

function readAmount(
  text: string | undefined,
  field: string,
  currency: CurrencyCode,
  report: Report,
): Minor | undefined {
  if (text === undefined || text.trim() === '') return minor(0);
  const read = safeParseAmount(text, currency);
  if (read.ok) return read.amount;
  return void report(`amount-${read.failure}`, field, `“${text}” ${FAILURES[read.failure]}`);
}

function readAmounts(
  proposed: ProposedLine,
  account: Account | undefined,
  entry: LineOf,
  books: Books,
  report: Report,
): { amount: Minor; foreign?: ForeignAmount } | undefined {
  const debit = readAmount(proposed.debit, 'debit', books.baseCurrency, report);
  const credit = readAmount(proposed.credit, 'credit', books.baseCurrency, report);
  if (debit === undefined || credit === undefined) return undefined;
  if (debit < 0)
    return void report('amount-negative', 'debit', 'A debit is positive; put this amount on the credit side.');
  if (credit < 0)
    return void report('amount-negative', 'credit', 'A credit is positive; put this amount on the debit side.');
  if (debit !== 0 && credit !== 0)
    return void report('both-sides', 'credit', 'A line is a debit or a credit, not both.');
  const given = minor(debit - credit);
  const foreign = readForeign(proposed, account, given, entry, books, report);
  if (foreign === 'refused') return undefined;
  const amount =
    given !== 0 || !foreign?.quote
      ? given
      : baseAmount(foreign.amount, foreign.currency, books.baseCurrency, foreign.quote);
  if (amount === 0) return void report('amount-missing', 'debit', 'Enter an amount on one side.');
  return { amount, ...(foreign && { foreign }) };
}

function readForeign(
  proposed: ProposedLine,
  account: Account | undefined,
  given: Minor,
  entry: LineOf,
  books: Books,
  report: Report,
): ForeignAmount | undefined | 'refused' {
  const own =
    account?.currency !== undefined && account.currency !== books.baseCurrency ? account.currency : undefined;
  const code = proposed.currency?.trim() || (proposed.foreignAmount?.trim() ? own : undefined);
  const hasParts = [proposed.foreignAmount, proposed.rate, proposed.ratePerBase].some((part) => part?.trim());
  if (!code || code === books.baseCurrency) {
    // a difference of rates has an amount here and none there; the whole entry says whether it is one
    if (own && !hasParts && given !== 0 && entry.takesDifferences) return undefined;
    if (own && !(hasParts && code === own)) {
      report(
        'foreign-amount-missing',
        'foreignAmount',
        `${account?.number} ${account?.name} is kept in ${own}: enter the ${own} amount.`,
      );
      return 'refused';
    }
    if (!hasParts) return undefined;
    report('currency-missing', 'currency', 'A foreign amount or rate needs its currency.');
    return 'refused';
  }
  if (!isCurrencyCode(code)) {
    report('currency-unknown', 'currency', `${code} is not an ISO 4217 currency code.`);
    return 'refused';
  }
  if (own && code !== own) {
    report('currency-of-account', 'currency', `${account?.number} ${account?.name} is kept in ${own}, not ${code}.`);
    return 'refused';
  }
  const quote = readQuote(proposed, report);
  const amount = readAmount(proposed.foreignAmount, 'foreignAmount', code, report);
  if (quote === 'refused' || amount === undefined) return 'refused';
  if (amount === 0) {
    report('foreign-amount-missing', 'foreignAmount', `Enter the ${code} amount.`);
    return 'refused';
  }
  if (given === 0 && !quote) {
    report('rate-missing', 'rate', 'Enter a rate, or the amount in base currency.');
    return 'refused';
  }
  if (given !== 0 && amount < 0 && given > 0) {
    report('foreign-side', 'foreignAmount', 'The foreign amount stands on the other side than the amount itself.');
    return 'refused';
  }
  const signed = given < 0 ? minor(-Math.abs(amount)) : amount;
  if (quote && given !== 0 && !agrees(signed, code, given, quote, books)) {
    const computed = formatAmount(baseAmount(signed, code, books.baseCurrency, quote), books.baseCurrency);
    report('rate-disagrees', 'rate', `At this rate the amount would be ${computed.replace('-', '')}.`);
    return 'refused';
  }
  if (!quote && isDoubtful(signed, code, given, entry, books, report)) return 'refused';
  return { currency: code, amount: signed, ...(quote && { quote }) };
}

/** An amount that implies a rate beyond twice or half of the table's: perhaps a slip of the keys. */
function isDoubtful(
  foreign: Minor,
  code: CurrencyCode,
  given: Minor,
  { date }: LineOf,
  books: Books,
  report: Report,
): boolean {
  const held = date && books.exchange?.rateOn(code, date);
  if (!held) return false;
  const expected = Math.abs(baseAmount(foreign, code, books.baseCurrency, held));
  const amount = Math.abs(given);
  if (amount <= 2 * expected + 1 && 2 * amount + 2 >= expected) return false;
  const implied = impliedRate(foreign, code, given, books.baseCurrency) ?? '';
  const known = 'rate' in held ? held.rate : `1/${held.ratePerBase}`;
  report(
    'rate-doubtful',
    'foreignAmount',
    `That is ${implied} ${books.baseCurrency} for one ${code}; the table has ${known}. If it is meant, enter the rate too.`,
  );
  return true;
}

function agrees(foreign: Minor, code: CurrencyCode, given: Minor, quote: RateQuote, books: Books): boolean {
  const computed = baseAmount(foreign, code, books.baseCurrency, quote);
  return Math.abs(computed - given) <= rateTolerance(foreign, code, books.baseCurrency, quote);
}

function readQuote(proposed: ProposedLine, report: Report): RateQuote | undefined | 'refused' {
  const [rate, ratePerBase] = [proposed.rate?.trim(), proposed.ratePerBase?.trim()];
  if (rate && ratePerBase) {
    report('two-rates', 'ratePerBase', 'Give the rate one way only.');
    return 'refused';
  }
  const field = rate ? 'rate' : 'ratePerBase';
  const text = rate || ratePerBase;
  if (!text) return undefined;
  if (!isRate(text)) {
    report('not-a-rate', field, `“${text}” is not a rate above zero, such as 1.0845.`);
    return 'refused';
  }
  return field === 'rate' ? { rate: text } : { ratePerBase: text };
}

function readText(text: string | undefined, field: string, most: number, report: Report): string | undefined {
  const trimmed = text?.trim();
  if (!trimmed) return undefined;
  if (!isPlainText(trimmed, most)) report('text', field, `Up to ${most} characters on one line.`);
  return trimmed;
}

function readDate(text: string | undefined, field: string, report: Report): CivilDate | undefined {
  const trimmed = text?.trim();
  if (!trimmed) return undefined;
  if (isCivilDate(trimmed)) return trimmed;
  return void report('not-a-date', field, `“${text}” is not a date.`);
}

function readMovement(text: string | undefined, account: Account | undefined, report: Report): Movement | undefined {
  if (!text) return undefined;
  const movement = MOVEMENTS.find((candidate) => candidate === text);
  if (!movement) report('movement', 'movement', `The movement is one of ${MOVEMENTS.join(', ')}.`);
  else if (account && !isPermanentEquity(account)) {
    report('movement-account', 'movement', 'Only lasting equity accounts carry a movement.');
  }
  return movement;
}
