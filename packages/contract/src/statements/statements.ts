import type { IncomeStatementForm, CurrencyCode } from '@just-ledger/core';
import { INCOME_STATEMENT_FORMS } from '@just-ledger/core';
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator';

/** A span of days; by default the fiscal year of today up to today. */
export class SpanQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  @IsOptional() @IsString() @MaxLength(30) asKnownOn?: string;
  @IsOptional() @IsIn(['true', 'false']) zeros?: string;
}

/** What may stand beside a statement. */
export const COMPARISONS = ['year-before'] as const;

/** One of {@link COMPARISONS}. */
export type Comparison = (typeof COMPARISONS)[number];

/** An income statement of a span. */
export class IncomeStatementQuery extends SpanQuery {
  @IsOptional() @IsIn([...COMPARISONS]) beside?: Comparison;
  @IsOptional() @IsIn([...INCOME_STATEMENT_FORMS]) form?: IncomeStatementForm;
}

/** A cash-flow statement of a span. */
export class CashFlowQuery extends SpanQuery {
  @IsOptional() @IsIn([...COMPARISONS]) beside?: Comparison;
}

/** A balance sheet at a date. */
export class BalanceSheetQuery {
  @IsOptional() @IsIn([...COMPARISONS]) beside?: Comparison;
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
  /** The amount of the statement beside it, if one was asked for and can be drawn. */
  earlier: string | null;
}

/** The earlier statement whose amounts stand beside those of this one. */
export interface BesideResponse {
  from: string | null;
  to: string;
  /** Where its figures come from, or why there are none; null if they are of these books. */
  note: string | null;
}

/** What stands over a statement. */
export interface StatementHeading {
  organisation: string;
  title: string;
  dateLine: string;
  currency: CurrencyCode;
  /** What the reader has to know: figures of the old books, or none because these books begin later. */
  note: string | null;
}

/** An income statement. */
export interface IncomeStatementResponse extends StatementHeading {
  from: string;
  to: string;
  form: IncomeStatementForm;
  beside: BesideResponse | null;
  rows: StatementRowResponse[];
  totals: { totalRevenue: string; totalExpenses: string; netResult: string };
}

/** The months of a fiscal year up to a date, by default today. */
export class IncomeByMonthQuery {
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  @IsOptional() @IsIn([...INCOME_STATEMENT_FORMS]) form?: IncomeStatementForm;
}

/** A row of an income statement by month; an amount is null where the row has none. */
export interface MonthlyRowResponse {
  row: 'heading' | 'account' | 'subtotal' | 'total' | 'carry';
  key: string;
  label: string;
  account: string | null;
  months: (string | null)[];
  total: string | null;
}

/** An income statement with its months beside each other. */
export interface IncomeByMonthResponse extends StatementHeading {
  form: IncomeStatementForm;
  months: { from: string; to: string }[];
  rows: MonthlyRowResponse[];
}

/** A row of the equity statement: an amount a component, and their total. */
export interface EquityRowResponse {
  row: 'account' | 'total' | 'carry';
  key: string;
  label: string;
  amounts: string[];
  total: string;
}

/** A statement of changes in equity. */
export interface EquityStatementResponse extends StatementHeading {
  from: string;
  to: string;
  components: { key: string; label: string; account: string | null }[];
  rows: EquityRowResponse[];
}

/** A balance sheet. */
export interface BalanceSheetResponse extends StatementHeading {
  asAt: string;
  beside: BesideResponse | null;
  rows: StatementRowResponse[];
  totals: { totalAssets: string; totalLiabilities: string; totalEquity: string };
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
  beside: BesideResponse | null;
  rows: StatementRowResponse[];
  totals: {
    operating: string;
    investing: string;
    financing: string;
    change: string;
    cashAtBeginning: string;
    cashAtEnd: string;
  };
  /** What moved no cash: it stands in no figure. */
  withoutCash: WithoutCashResponse[];
}
