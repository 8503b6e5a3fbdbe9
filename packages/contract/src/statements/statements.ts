import type {
  ChartShape,
  CurrencyCode,
  DrawnChart,
  IncomeStatementForm,
  Rounding,
  StatementKey,
} from '@just-ledger/core';
import { INCOME_STATEMENT_FORMS, ROUNDINGS, STATEMENTS, PAPER_SIZES, type PaperSize } from '@just-ledger/core';
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator';

export { STATEMENTS, type StatementKey } from '@just-ledger/core';

/** What stands beside the figures of a statement. */
export class ColumnsQuery {
  /**
   * `months`, `year-to-date`, `years:1` to `years:9`, `periods:1` to `periods:12`; `by:` and the name of a breakdown;
   * `known-on:` and a date or UTC moment, as it was known then.
   */
  @IsOptional() @IsString() @MaxLength(90) columns?: string;
  /** Whether the change from the second column to the first is told too, with its percentage. */
  @IsOptional() @IsIn(['true', 'false']) change?: string;
  /** To what figures are rounded, so that sums agree; to the cent where left out. */
  @IsOptional() @IsIn([...ROUNDINGS]) rounding?: Rounding;
}

/** A span of days; by default the fiscal year of today up to today. */
export class SpanQuery extends ColumnsQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  @IsOptional() @IsString() @MaxLength(30) asKnownOn?: string;
  @IsOptional() @IsIn(['true', 'false']) zeros?: string;
}

/** An income statement of a span. */
export class IncomeStatementQuery extends SpanQuery {
  @IsOptional() @IsIn([...INCOME_STATEMENT_FORMS]) form?: IncomeStatementForm;
}

/** Statements that are printed together. */
export class PrintedStatementsQuery extends IncomeStatementQuery {
  /** Some of {@link STATEMENTS}, parted by commas; all where left out. */
  @IsOptional() @IsString() @MaxLength(100) statements?: string;
  /** The size of the paper; A4 where left out. */
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
  /** Whether the notes follow them. */
  @IsOptional() @IsIn(['true', 'false']) notes?: string;
  /** Whether there is room to sign under the last of them. */
  @IsOptional() @IsIn(['true', 'false']) sign?: string;
}

/** A balance sheet at a date. */
export class BalanceSheetQuery extends ColumnsQuery {
  /** Where the days begin that columns before it are told by; the first of its fiscal year where left out. */
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) asAt?: string;
  @IsOptional() @IsString() @MaxLength(30) asKnownOn?: string;
  @IsOptional() @IsIn(['true', 'false']) zeros?: string;
}

/** A row of a statement. */
export interface StatementRowResponse {
  row: 'heading' | 'account' | 'subtotal' | 'total' | 'carry';
  key: string;
  label: string;
  account: string | null;
  amount: string | null;
  /** In the order of the columns; null where one has none. */
  amounts: (string | null)[];
  /** The accounts that the row draws together. */
  together?: StatementRowResponse[];
}

/** A column of figures. */
export interface ColumnResponse {
  /** `amount` for the days that were asked for; so is the column called in a file. */
  key: string;
  /** A figure, or by how much the first differs from the second, in the currency or in per cent. */
  type: 'amount' | 'change' | 'percent';
  label: string;
  from: string;
  to: string;
  /** The value of a breakdown that it is drawn within, or null for what names none; null where it is of all. */
  within: { breakdown: string; value: string | null } | null;
  /** The day or moment by whose knowledge it is drawn, beside what is known now; null for other columns. */
  knownOn: string | null;
  /** Where its figures come from, or why there are none; null if they are of these books. */
  note: string | null;
}

/** What stands over a statement. */
export interface StatementHeading {
  organisation: string;
  title: string;
  dateLine: string;
  currency: CurrencyCode;
  /** To what its figures are rounded; null where they are to the cent. */
  rounding: Rounding | null;
  /** What the reader has to know: figures of the old books, or none because these books begin later. */
  note: string | null;
}

/** An income statement. */
export interface IncomeStatementResponse extends StatementHeading {
  from: string;
  to: string;
  form: IncomeStatementForm;
  columns: ColumnResponse[];
  rows: StatementRowResponse[];
  totals: { totalRevenue: string; totalExpenses: string; netResult: string };
}

/** A row of the equity statement: an amount a component, their total, and the totals of all columns. */
export interface EquityRowResponse {
  row: 'account' | 'total' | 'carry';
  key: string;
  label: string;
  amounts: string[];
  total: string;
  totals: (string | null)[];
}

/** A statement of changes in equity. */
export interface EquityStatementResponse extends StatementHeading {
  from: string;
  to: string;
  components: { key: string; label: string; account: string | null }[];
  columns: ColumnResponse[];
  rows: EquityRowResponse[];
}

/** A balance sheet. */
export interface BalanceSheetResponse extends StatementHeading {
  asAt: string;
  columns: ColumnResponse[];
  rows: StatementRowResponse[];
  totals: { totalAssets: string; totalLiabilities: string; totalEquity: string };
}

/** Which charts: the days whose expenses are parted; months and years go back from their last. */
export class ChartsQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
}

/** Which charts, printed. */
export class PrintedChartsQuery extends ChartsQuery {
  @IsOptional() @IsIn([...PAPER_SIZES]) size?: PaperSize;
}

/** A chart, and all that its table tells. */
export interface ChartResponse {
  key: DrawnChart['key'];
  title: string;
  dateLine: string;
  shape: ChartShape;
  /** What the amounts of a point are, in their order. */
  names: string[];
  points: {
    label: string;
    /** Null where there is none. */
    amounts: (string | null)[];
    /** Of a part: what it takes of the whole, in per cent; null where there is no whole. */
    share?: string | null;
  }[];
}

/** The charts of some days; none where nothing is posted in them. */
export interface ChartsResponse {
  organisation: string;
  currency: CurrencyCode;
  charts: ChartResponse[];
}

/** An entry that set one activity against another without cash. */
export interface WithoutCashResponse {
  entry: string;
  date: string;
  explanation: string;
  amount: string;
}

/** A cash-flow statement by the indirect method; what comes in is positive. */
export interface CashFlowResponse extends StatementHeading {
  from: string;
  to: string;
  columns: ColumnResponse[];
  rows: StatementRowResponse[];
  totals: {
    operating: string;
    investing: string;
    financing: string;
    change: string;
    cashAtBeginning: string;
    cashAtEnd: string;
  };
  /** What moved no cash: it stands in no figure. The largest hundred, in the order of posting. */
  withoutCash: WithoutCashResponse[];
  /** How many there are, and what they come to. */
  withoutCashInAll: { entries: number; amount: string };
}

/** Why the figure of an account is another than before: its lines in two spans, or in the first alone. */
export class AccountChangeQuery {
  @IsString() @MaxLength(40) account!: string;
  /** By default the fiscal year of today up to today. */
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  /** The days before; left out for a position, whose change is what came in between. */
  @IsOptional() @IsString() @MaxLength(10) beforeFrom?: string;
  @IsOptional() @IsString() @MaxLength(10) beforeTo?: string;
  /** What was recorded since a day or moment, against what was known then, instead of days before. */
  @IsOptional() @IsString() @MaxLength(30) knownSince?: string;
  @IsOptional() @IsString() @MaxLength(30) asKnownOn?: string;
}

/** An entry that has to do with a change. */
export interface ChangingEntryResponse {
  entry: string;
  date: string;
  explanation: string;
  /** By how much it moves the change. */
  amount: string;
}

/** What somebody, or nobody in particular, has to do with a change. */
export interface ChangePartResponse {
  /** Null for lines without a contact. */
  contact: string | null;
  now: string;
  before: string;
  change: string;
  /** The largest. */
  entries: ChangingEntryResponse[];
  /** The lines that are not told one by one, and what they come to. */
  others: { lines: number; amount: string };
}

/** Why the figure of an account is another than before, the largest parts first; on the side on which the account grows. */
export interface AccountChangeResponse {
  account: string;
  now: string;
  before: string;
  change: string;
  parts: ChangePartResponse[];
  /** Those that are not told one by one. */
  rest: { contacts: number; change: string };
}

/** Within which value of a breakdown something is looked at. */
export class WithinQuery {
  @IsOptional() @IsString() @MaxLength(80) breakdown?: string;
  /** The name of a value of it. */
  @IsOptional() @IsString() @MaxLength(120) value?: string;
  /** Only what names no value of it. */
  @IsOptional() @IsIn(['true', 'false']) unnamed?: 'true' | 'false';
}

/** A figure of a statement of some days. */
export class FigureQuery extends WithinQuery {
  /** By default the income statement. */
  @IsOptional() @IsIn([...STATEMENTS]) statement?: StatementKey;
  /** The key of its row, by default the net result; for an account what its row says, mostly nothing. */
  @IsOptional() @IsString() @MaxLength(60) row?: string;
  /** The number of the account of its row, if it has one. */
  @IsOptional() @IsString() @MaxLength(40) account?: string;
  /** In the equity statement the key of a component; the total of all where left out. */
  @IsOptional() @IsString() @MaxLength(40) component?: string;
  @IsOptional() @IsIn([...INCOME_STATEMENT_FORMS]) form?: IncomeStatementForm;
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  @IsOptional() @IsString() @MaxLength(30) asKnownOn?: string;
}

/** Which lines of an account count by what their entries are: all but closing ones, those of ordinary days, ... */
export const LINE_STAGES = ['all', 'flows', 'within', 'opening'] as const;

/** One of {@link LINE_STAGES}: `flows` leaves out closing entries, `within` opening ones too. */
export type LineStages = (typeof LINE_STAGES)[number];

/** The lines of an account that a figure is made of. */
export class FigureLinesQuery extends WithinQuery {
  @IsString() @MaxLength(40) account!: string;
  /** Left out, from the beginning. */
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  @IsOptional() @IsIn([...LINE_STAGES]) stages?: LineStages;
  /** Only lines of a movement of equity; `-` for those of none. */
  @IsOptional() @IsString() @MaxLength(20) movement?: string;
  /** Only lines whose result a fund takes, by the number of its account; `-` for those that none takes. */
  @IsOptional() @IsString() @MaxLength(40) fund?: string;
  @IsOptional() @IsString() @MaxLength(30) asKnownOn?: string;
  /** Where the page before ended, as that page said. */
  @IsOptional() @IsString() @MaxLength(60) after?: string;
}

/** An entry that a figure is made of. */
export interface FigureEntryResponse {
  entry: string;
  date: string;
  explanation: string;
  contact: string | null;
  /** How many papers are behind it. */
  papers: number;
  /** As it counts in the figure. */
  amount: string;
}

/** A part of a figure, and what it is made of in turn: lines of an account, another figure, or one entry. */
export interface FigurePartResponse {
  label: string;
  account: string | null;
  /** As it counts in the figure. */
  amount: string;
  /** Asked for at `figure-lines`; their sum is debit positive, the part has it the other way round where `sign` is −1. */
  lines:
    | (Pick<
        FigureLinesQuery,
        'account' | 'from' | 'stages' | 'movement' | 'fund' | 'breakdown' | 'value' | 'unnamed'
      > & { to: string; sign: 1 | -1 })
    | null;
  figure:
    | (Pick<FigureQuery, 'row' | 'account' | 'component'> & { statement: StatementKey; from: string; to: string })
    | null;
  entry: FigureEntryResponse | null;
}

/** Where a figure comes from. */
export interface FigureResponse {
  label: string;
  amount: string;
  parts: FigurePartResponse[];
  /** What the parts come to: the figure. */
  sum: string;
}

/** Lines of an account that a figure is made of, the latest first, and what all of them come to; debit positive. */
export interface FigureLinesResponse {
  lines: number;
  sum: string;
  rows: FigureEntryResponse[];
  next: string | null;
}
