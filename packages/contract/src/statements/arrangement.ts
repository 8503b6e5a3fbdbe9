import type { Classification, IncomeStatementForm } from '@just-ledger/core';
import { CLASSIFICATIONS, INCOME_STATEMENT_FORMS, keysOf, LONGEST_TERM, MOST_ARRANGED } from '@just-ledger/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import type { BalanceSheetResponse, EquityStatementResponse, IncomeStatementResponse } from './statements.js';

/** Accounts that stand under a name of their own. */
export class AccountGroupRequest {
  /** What it was known by before; left out for a new one. */
  @IsOptional() @IsInt() @Min(1) id?: number;
  @IsString() @MaxLength(LONGEST_TERM) name!: string;
  /** Whether they are drawn as one figure; else each is listed, with their sum. */
  @IsBoolean() isTogether!: boolean;
  /** Their numbers, in order. */
  @IsArray()
  @ArrayMaxSize(MOST_ARRANGED)
  @IsString({ each: true })
  @MaxLength(40, { each: true })
  accounts!: string[];
}

/** What a part lists: an account by its number, or a group of them. */
export class ArrangedItemRequest {
  @IsOptional() @IsString() @MaxLength(40) account?: string;
  @IsOptional() @ValidateNested() @Type(() => AccountGroupRequest) group?: AccountGroupRequest;
}

/** What a part of a statement lists, in order. Accounts that are not named stand where the chart has them. */
export class ArrangedPartRequest {
  @IsIn(keysOf(CLASSIFICATIONS)) classification!: Classification;
  @IsArray()
  @ArrayMaxSize(MOST_ARRANGED)
  @ValidateNested({ each: true })
  @Type(() => ArrangedItemRequest)
  items!: ArrangedItemRequest[];
}

/** What a term is called. */
export class StatementWordRequest {
  /** The key of the term; with `:loss` for where its figure is negative. */
  @IsString() @MaxLength(60) key!: string;
  @IsString() @MaxLength(LONGEST_TERM) word!: string;
}

/** How the statements are to be arranged: all of it. Nothing arranged is as usual. */
export class ArrangementRequest {
  /** The version that it was changed from; 0 where nothing was arranged yet. */
  @IsInt() @Min(0) version!: number;
  /** Parts of the balance sheet, each before those of its element that are named after it or not at all. */
  @IsArray() @ArrayMaxSize(20) @IsIn(keysOf(CLASSIFICATIONS), { each: true }) order!: Classification[];
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => ArrangedPartRequest)
  parts!: ArrangedPartRequest[];
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => StatementWordRequest)
  words!: StatementWordRequest[];
}

/** An account of a part. */
export interface ArrangedAccountResponse {
  number: string;
  name: string;
  /** Whether it is one that others are reduced by. */
  contra: boolean;
}

/** What a part lists. */
export type ArrangedItemResponse =
  | { account: ArrangedAccountResponse }
  | { group: { id: number; name: string; isTogether: boolean; accounts: ArrangedAccountResponse[] } };

/** A part of a statement, with all its accounts. */
export interface ArrangedPartResponse {
  classification: Classification;
  /** Whether its order was chosen; else it is that of the chart. */
  isArranged: boolean;
  items: ArrangedItemResponse[];
  /** The numbers of its accounts in the usual order. */
  usual: string[];
}

/** How the statements are arranged. */
export interface ArrangementResponse {
  /** 0 where nothing was arranged yet. */
  version: number;
  /** The parts of assets, then of liabilities, in their order. */
  order: Classification[];
  /** Every part that has accounts, in the usual order. */
  parts: ArrangedPartResponse[];
  /** What can be called otherwise: the usual words, and the chosen ones. */
  terms: { key: string; usual: string; usualLoss: string | null; word: string | null; lossWord: string | null }[];
}

/** Of which days the statements are drawn; by default the fiscal year of today up to today. */
export class ArrangedDaysQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  @IsOptional() @IsIn([...INCOME_STATEMENT_FORMS]) form?: IncomeStatementForm;
}

/** Statements as an arrangement draws them, and the proof that nothing is missing. */
export interface ArrangedStatementsResponse {
  incomeStatement: IncomeStatementResponse;
  equityStatement: EquityStatementResponse;
  balanceSheet: BalanceSheetResponse;
  proof: ArrangementProofResponse;
}

/** Whether every account that has a figure stands in the statements, and once. */
export interface ArrangementProofResponse {
  /** How many accounts have a figure in the ledger, and how many figures of accounts the statements have. */
  inLedger: number;
  inStatements: number;
  /** What they come to, whichever side they stand on. */
  ledgerSum: string;
  statementsSum: string;
  holds: boolean;
}
