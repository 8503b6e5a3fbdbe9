import { accountId } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import { type CivilDate, isCivilDate } from '../dates/civil-date.js';
import { recogniseDateOrder } from '../dates/date-order.js';
import { longDate } from '../dates/month-names.js';
import { type DateOrder, typedDate } from '../dates/typed-date.js';
import { formatAmount, PLAIN_MARKS } from '../money/amount.js';
import type { CurrencyCode } from '../money/currency.js';
import { minor, type Minor, sumOf, ZERO } from '../money/minor.js';
import { readWrittenAmount } from '../money/written-amount.js';
import type { TaxCode } from '../tax-codes/tax-code.js';
import { type LineToTax, taxedEntryWithin, type Taxing } from './entry-tax.js';
import { ENTRY_COLUMNS, type EntryColumn, type EntryRow, FURTHER_ENTRY_COLUMNS } from './entry-rows.js';

/** Columns in which tables of others say the same otherwise: one signed amount, debit positive; from and to an account. */
export const OTHER_ENTRY_COLUMNS = ['amount', 'from_account', 'to_account'] as const;

/** Every column that a table of entries may have. */
export const ENTRY_TABLE_COLUMNS = [...ENTRY_COLUMNS, ...OTHER_ENTRY_COLUMNS, ...FURTHER_ENTRY_COLUMNS] as const;

/** What a table of entries needs at least beside date and explanation: the columns of one of these. */
export const ENTRY_TABLE_FORMS = [
  ['account', 'debit'],
  ['account', 'credit'],
  ['account', 'amount'],
  ['from_account', 'to_account', 'amount'],
] as const;

/** Stands for any account where only amounts matter. */
const NO_ACCOUNT = accountId(0);

/** Which columns hold dates. */
const DATE_COLUMNS = [
  'date',
  'due_date',
  'document_date',
  'supply_date',
  'reverses_on',
] as const satisfies readonly EntryColumn[];

/** Which columns of a table of entries hold amounts of the books' own currency. */
export function isEntryAmount(column: string): boolean {
  return column === 'debit' || column === 'credit' || column === 'amount';
}

/** A row of a table, its cells by column; `line` is its place in the file, the headings being 1. */
export interface EntryTableRow {
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

/** What a table is read with. */
export interface EntryTableOf {
  readonly chart: Pick<Chart, 'accounts' | 'byNumber'>;
  readonly baseCurrency: CurrencyCode;
  /** What decides the tax of rows that are net: where none is named, they end their entry as if there were no tax. */
  readonly taxCodes?: readonly TaxCode[] | undefined;
  /** Dates without a year lie near it. */
  readonly today: CivilDate;
  /** Which comes first in dates that do not say so; the day, where it is left out. */
  readonly order?: DateOrder;
}

/**
 * The rows of a table of others as rows of an entry file. Dates are read in the order of the table; accounts by number or
 * by name; an amount by its sign; a row with two accounts is an entry of two lines. Where rows do not say which entry they
 * belong to, those up to where debits equal credits, with the tax on top of what is net, are one.
 *
 * @returns the rows, and how the dates were read where that is not plain
 * @example entryTable([{line: 2, cells: {date: '2026-03-01', from_account: '1010', to_account: '6100', amount: '5'}}], context)
 *   // → two rows of the entry `row 2`: 6100 debit 5.00, 1010 credit 5.00
 */
export function entryTable(
  rows: readonly EntryTableRow[],
  entryTableOf: EntryTableOf,
): { readonly rows: EntryRow[]; readonly notes: string[] } {
  const dates = rows.flatMap(({ cells }) => DATE_COLUMNS.map((column) => cells[column]));
  const { order, isDoubtful } = recogniseDateOrder(
    dates.map((text) => text ?? ''),
    entryTableOf.order,
  );
  const dateOf = (text: string | undefined): string => {
    const typed = text?.trim() ?? '';
    return typed === '' ? '' : (typedDate(typed, entryTableOf.today, order) ?? typed);
  };
  const account = accountNamer(entryTableOf.chart);
  const entries = new UnnamedEntries(entryTableOf);
  const doubtful = isDoubtful ? dates.find((text) => text && /^\d{1,2}\D/.test(text.trim())) : undefined;
  const read = doubtful && typedDate(doubtful, entryTableOf.today, order);
  return {
    rows: rows.flatMap(({ line, cells }): EntryRow[] => {
      const shared = {
        ...cells,
        date: dateOf(cells['date']),
        ...Object.fromEntries(
          DATE_COLUMNS.flatMap((column) =>
            column !== 'date' && cells[column] ? [[column, dateOf(cells[column])]] : [],
          ),
        ),
      } as Partial<Record<EntryColumn, string>>;
      const given = cells['entry']?.trim();
      if (cells['from_account']?.trim() || cells['to_account']?.trim()) {
        return bothLines(line, { ...shared, entry: given || `row ${line}` }, cells, entryTableOf, account);
      }
      const { signed, ...amounts } = amountsOf(cells, entryTableOf.baseCurrency);
      const entry = given || entries.entryOf({ line, cells: shared, amount: minor(signed) });
      const row = { line, cells: { ...shared, ...amounts.cells, entry, account: account(cells['account']) } };
      return [amounts.from ? { ...row, from: amounts.from } : row];
    }),
    notes: read
      ? [
          `${doubtful} is read as ${longDate(read)}, as you type dates. If it means another day, write dates with the year first.`,
        ]
      : [],
  };
}

/**
 * The two lines of a row that names two accounts; a negative amount went the other way. Its tax is in what went, unless
 * the row says that it is net: then it comes on top of it at the other end.
 */
function bothLines(
  line: number,
  cells: Partial<Record<EntryColumn, string>>,
  given: EntryTableRow['cells'],
  table: EntryTableOf,
  account: (text: string | undefined) => string,
): EntryRow[] {
  const { chart, baseCurrency } = table;
  const read = readWrittenAmount(given['amount'] ?? '', baseCurrency, PLAIN_MARKS);
  const amount = read.ok ? formatAmount(minor(Math.abs(read.amount)), baseCurrency) : (given['amount'] ?? '');
  const isTurned = read.ok && read.amount < 0;
  const [to, from] = [account(given['to_account']), account(given['from_account'])];
  const taxed = taxedEnd(to, from, chart);
  const saidOfTax = { ...cells, ...(cells.tax_code?.trim() && { amount_is: cells.amount_is?.trim() || 'gross' }) };
  const isDebited = (taxed === to) !== isTurned;
  const net = read.ok ? minor(Math.abs(read.amount) * (isDebited ? 1 : -1)) : ZERO;
  const rows = [{ line: { account: NO_ACCOUNT, amount: net }, taxing: taxingOf(saidOfTax, table) }];
  const paid = withTax(rows, cells.supply_date || (cells.date ?? ''), table);
  const atOtherEnd = paid === undefined ? amount : formatAmount(minor(Math.abs(paid)), baseCurrency);
  const end = (number: string, column: 'from_account' | 'to_account', side: 'debit' | 'credit'): EntryRow => ({
    line,
    cells: {
      ...(number === taxed ? saidOfTax : untaxed(cells)),
      account: number,
      debit: '',
      credit: '',
      [side]: number === taxed ? amount : atOtherEnd,
    },
    from: { account: column, debit: 'amount', credit: 'amount' },
  });
  return [
    end(to, 'to_account', isTurned ? 'credit' : 'debit'),
    end(from, 'from_account', isTurned ? 'debit' : 'credit'),
  ];
}

/** Which of two accounts a tax is of: revenue or expense; else what is not money. */
function taxedEnd(to: string, from: string, { byNumber }: EntryTableOf['chart']): string {
  const isResult = (number: string): boolean => ['revenue', 'expense'].includes(byNumber.get(number)?.element ?? '');
  const ends = [to, from];
  return ends.find(isResult) ?? ends.find((number) => byNumber.get(number)?.role !== 'cash') ?? to;
}

function untaxed(cells: Partial<Record<EntryColumn, string>>): Partial<Record<EntryColumn, string>> {
  const { tax_code, amount_is, tax_adjustment, tax_rate, tax_base, tax_side, ...rest } = cells;
  void [tax_code, amount_is, tax_adjustment, tax_rate, tax_base, tax_side];
  return rest;
}

/** The amounts of a row in two columns, whichever way it has them; what cannot be read stays as it is, to be told. */
function amountsOf(
  cells: EntryTableRow['cells'],
  currency: CurrencyCode,
): {
  readonly cells: Partial<Record<EntryColumn, string>>;
  readonly signed: number;
  readonly from?: EntryRow['from'];
} {
  const plain = (text: string | undefined): { readonly text: string; readonly amount: number } => {
    const read = readWrittenAmount(text ?? '', currency, PLAIN_MARKS);
    if (!text?.trim() || !read.ok) return { text: text?.trim() ?? '', amount: 0 };
    const amount = read.side === 'credit' ? -read.amount : read.amount;
    return { text: formatAmount(minor(amount), currency), amount };
  };
  const hasSides = Boolean(cells['debit']?.trim()) || Boolean(cells['credit']?.trim());
  if (hasSides || !cells['amount']?.trim()) {
    const [debit, credit] = [plain(cells['debit']), plain(cells['credit'])];
    return { cells: { debit: debit.text, credit: credit.text }, signed: debit.amount - credit.amount };
  }
  const { text, amount } = plain(cells['amount']);
  return {
    cells: amount < 0 ? { debit: '', credit: text.slice(1) } : { debit: text, credit: '' },
    signed: amount,
    from: { debit: 'amount', credit: 'amount' },
  };
}

/** Finds the number of an account that is named by its number, its name, or both. */
function accountNamer({ accounts, byNumber }: EntryTableOf['chart']): (text: string | undefined) => string {
  const byName = new Map<string, string | undefined>();
  for (const { number, name } of accounts) {
    const key = name.toLowerCase();
    // a name that two accounts have means neither
    byName.set(key, byName.has(key) ? undefined : number);
    byName.set(`${number} ${name}`.toLowerCase(), number);
  }
  return (text) => {
    const typed = text?.trim() ?? '';
    return byNumber.has(typed) ? typed : (byName.get(typed.toLowerCase()) ?? typed);
  };
}

/** A row that names no entry. */
interface UnnamedRow {
  readonly line: number;
  readonly cells: Partial<Record<EntryColumn, string>>;
  /** Minor units, debit positive. */
  readonly amount: Minor;
}

/** Up to so many rows of one entry are taxed to find its end: each row is looked at again with every further one. */
const MOST_TAXED = 500;

/** Parts rows that name no entry: one ends where its debits equal its credits, or another date begins. */
class UnnamedEntries {
  private begun:
    { readonly line: number; readonly date: string; readonly rows: LineToTax[]; sum: number } | undefined;

  constructor(private readonly table: Pick<EntryTableOf, 'taxCodes' | 'baseCurrency'>) {}

  entryOf({ line, cells, amount }: UnnamedRow): string {
    const { begun } = this;
    const date = cells.date ?? '';
    const goesOn = begun !== undefined && (date === '' || date === begun.date);
    const own = goesOn ? begun : { line, date, rows: [], sum: 0 };
    own.sum += amount;
    own.rows.push({ line: { account: NO_ACCOUNT, amount }, taxing: taxingOf(cells, this.table) });
    this.begun = goesOn && this.balances(own.rows, own.sum, cells.supply_date || own.date) ? undefined : own;
    return `rows from ${own.line}`;
  }

  private balances(rows: readonly LineToTax[], sum: number, date: string): boolean {
    const taxed = rows.length <= MOST_TAXED ? withTax(rows, date, this.table) : undefined;
    return (taxed ?? sum) === 0;
  }
}

/** How a row is taxed; tax that was posted before is a row of its own. */
function taxingOf(
  { tax_code = '', amount_is = '', tax_rate = '', tax_adjustment = '' }: UnnamedRow['cells'],
  { taxCodes, baseCurrency }: Pick<EntryTableOf, 'taxCodes' | 'baseCurrency'>,
): Taxing | undefined {
  const code = taxCodes?.find((known) => known.code.toLowerCase() === tax_code.trim().toLowerCase());
  if (!code || tax_rate.trim() !== '') return undefined;
  const adjustment = readWrittenAmount(tax_adjustment, baseCurrency, PLAIN_MARKS);
  const isGross = amount_is.trim().toLowerCase() === 'gross';
  return { code, isGross, adjustment: adjustment.ok ? adjustment.amount : ZERO };
}

/** What rows come to with the tax on top of them, debit positive; undefined where there is none, or it cannot be said. */
function withTax(
  rows: readonly LineToTax[],
  date: string,
  { baseCurrency }: Pick<EntryTableOf, 'baseCurrency'>,
): Minor | undefined {
  if (!isCivilDate(date) || !rows.some(({ taxing }) => taxing && !taxing.isGross)) return undefined;
  const taxed = taxedEntryWithin(rows, date, baseCurrency);
  return taxed && sumOf([...taxed.lines, ...taxed.tax].map(({ amount }) => amount));
}
