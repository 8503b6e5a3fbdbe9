import { type CurrencyCode, type Minor, minor, type Side } from '@just-ledger/core';
import { ownMarks, readTyped } from '../../ui/own-ways.js';

/** Which way a rate is quoted. */
export type RateWay = 'rate' | 'ratePerBase';

/** A rate with the way it is quoted. */
export interface QuotedRate {
  readonly way: RateWay;
  readonly text: string;
}

/** A cell that takes an amount or a rate. */
export type AmountCell = 'debit' | 'credit' | 'foreignAmount' | 'rate' | 'taxAdjustment';

/** A line as it is being typed. */
export interface FormLine {
  readonly key: number;
  readonly account: string;
  readonly note: string;
  readonly contact: string;
  readonly debit: string;
  readonly credit: string;
  readonly currency: string;
  readonly foreignAmount: string;
  readonly rate: string;
  /** Which way the rate is quoted: base for one foreign unit, or foreign for one base unit. */
  readonly rateWay: RateWay;
  /** Whether somebody typed the rate; one that was proposed follows the date. */
  readonly isRateTyped?: boolean;
  /** The side on which it settles the document it names, as long as it has no amount. */
  readonly settles?: Side;
  /** What the line belongs to in the detail of its account: a document, an asset, an item of stock. */
  readonly document: string;
  /** The date on the document, when it falls due, and our own number for it; as typed. */
  readonly documentDate: string;
  readonly dueDate: string;
  readonly ownNumber: string;
  /** Names of breakdown values by the name of their breakdown. */
  readonly breakdowns: Readonly<Record<string, string>>;
  /** The code of its tax as typed; whether the tax is in the amount; by how much the tax was moved, as decimal text. */
  readonly taxCode: string;
  readonly amountIs: '' | 'net' | 'gross';
  readonly taxAdjustment: string;
  /** Whether the code is the account's usual one, which follows the account. */
  readonly isTaxProposed?: boolean;
  /** Whether the field of the code stands open without one. */
  readonly showsTax?: boolean;
  /** Whether fields stand open for breakdowns that the account does not need. */
  readonly showsBreakdowns?: boolean;
  /** The papers behind it, by id. */
  readonly attachments?: readonly number[];
  /** The account that was wrong, on the right line of a correction. */
  readonly was?: string;
  /** What could not be understood when its cell was left, by the cell. */
  readonly doubts?: Readonly<Partial<Record<AmountCell, string>>>;
}

let lastKey = 0;
/** An empty line. */
export function emptyLine(): FormLine {
  return {
    key: (lastKey += 1),
    account: '',
    note: '',
    contact: '',
    debit: '',
    credit: '',
    currency: '',
    foreignAmount: '',
    rate: '',
    rateWay: 'rate',
    document: '',
    documentDate: '',
    dueDate: '',
    ownNumber: '',
    breakdowns: {},
    taxCode: '',
    amountIs: '',
    taxAdjustment: '',
  };
}

/** Whether nothing has been typed into a line. */
export function isBlank(line: FormLine): boolean {
  const texts = [line.account, line.note, line.contact, line.debit, line.credit, line.foreignAmount];
  return texts.every((text) => text.trim() === '') && !line.attachments?.length;
}

/** What a cell of a side says, positive on that side; CR in a debit cell is negative there. */
export function amountIn(typed: string, side: Side, currency: CurrencyCode): Minor | undefined {
  const read = readTyped(typed, currency);
  if (!read.ok) return undefined;
  return read.side !== undefined && read.side !== side ? minor(-read.amount) : read.amount;
}

/** Amounts of lines as they were read; a line that is typed into becomes another one. */
const amounts = new WeakMap<
  FormLine,
  { readonly marks: unknown; readonly currency: CurrencyCode; readonly amount: Minor }
>();

/** What a line comes to, debit positive; what is no arithmetic counts as nothing. */
export function lineAmount(line: FormLine, currency: CurrencyCode): Minor {
  if (line.debit === '' && line.credit === '') return minor(0);
  const [known, marks] = [amounts.get(line), ownMarks()];
  if (known?.marks === marks && known.currency === currency) return known.amount;
  const [debit, credit] = [amountIn(line.debit, 'debit', currency), amountIn(line.credit, 'credit', currency)];
  const amount = minor((debit ?? 0) - (credit ?? 0));
  amounts.set(line, { marks, currency, amount });
  return amount;
}
