import { type Age, type CurrencyCode, PAPER_SIZES, type PaperSize } from '@just-ledger/core';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';

/** Which aged balances: what is owed to the organisation or by it, and at which date. */
export class AgedBalancesQuery {
  @IsIn(['receivables', 'payables']) ledger!: 'receivables' | 'payables';
  @IsOptional() @IsString() @MaxLength(10) asAt?: string;
  /** The `next` of the page before. */
  @IsOptional() @IsString() @MaxLength(60) after?: string;
}

/** Aged balances as a file. */
export class PrintedAgedBalancesQuery extends AgedBalancesQuery {
  /** Whether the open documents of each contact stand under it. */
  @IsOptional() @IsIn(['true', 'false']) documents?: string;
  /** The size of the paper; A4 where left out. */
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}

/** Whose open documents, of one contact by number or name or of all. */
export class OpenItemsQuery extends AgedBalancesQuery {
  @IsOptional() @IsString() @MaxLength(200) contact?: string;
}

/** Which contact's statement, by number or name. */
export class StatementOfAccountQuery {
  @IsString() @MaxLength(200) contact!: string;
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  @IsOptional() @IsInt() @Min(1) @Max(500) @Type(() => Number) limit?: number;
  /** The `next` of the page before. */
  @IsOptional() @IsString() @MaxLength(40) after?: string;
}

/** What an account is made of at a date; on a control account, of one contact. */
export class AccountDetailQuery {
  @IsString() @MaxLength(40) account!: string;
  @IsOptional() @IsString() @MaxLength(200) contact?: string;
  @IsOptional() @IsString() @MaxLength(10) asAt?: string;
  /** A document's number, or what has been typed of it. */
  @IsOptional() @IsString() @MaxLength(100) document?: string;
}

/** A part of an account's balance that lines can name: an open document, an asset, an item of stock. */
export interface DetailItemResponse {
  name: string;
  /** Debit positive. */
  amount: string;
  dueDate: string | null;
  /** For a document in another currency: which, and what is open there; debit positive. */
  currency: CurrencyCode | null;
  foreignAmount: string | null;
}

/** A number that a contact's documents have borne, and that is open no more. */
export interface UsedDocumentResponse {
  name: string;
  date: string;
  entry: string;
}

/** What lines on an account can name. */
export interface AccountDetailResponse {
  /** Documents of a contact, or things; null where the account has no detail. */
  of: 'documents' | 'assets' | 'stock' | null;
  /** The first hundred whose number has in it what was typed, the one that was typed whole before all others. */
  items: DetailItemResponse[];
  /** How many there are, whatever was typed. */
  count: number;
  /** A document of the contact with just this number that is settled: a line that opens it again is another document. */
  used: UsedDocumentResponse | null;
}

/** An open document; amounts positive as the ledger has them: owed to the organisation, or by it. */
export interface AgedItemResponse {
  document: string | null;
  ownNumber: string | null;
  date: string;
  dueDate: string;
  daysOverdue: number;
  age: Age;
  open: string;
  currency: CurrencyCode | null;
  foreignOpen: string | null;
  entries: string[];
  /** What payments that name no document took off it; of such a payment, what is left of it. Positive. */
  notAllocated: string | null;
}

/** A contact's open documents by age. */
export interface AgedContactResponse {
  number: string;
  name: string;
  ages: Record<Age, string>;
  total: string;
}

/** Open documents of a contact, by due date. */
export interface ContactItemsResponse {
  number: string;
  name: string;
  items: AgedItemResponse[];
}

/** A page of open documents. */
export interface OpenItemsResponse {
  ledger: 'receivables' | 'payables';
  asAt: string;
  contacts: ContactItemsResponse[];
  /** Where the next page begins; null on the last. */
  next: string | null;
}

/** A page of aged balances at a date, with the sums of all, and the account they must equal. */
export interface AgedBalancesResponse {
  ledger: 'receivables' | 'payables';
  asAt: string;
  /** By name. */
  contacts: AgedContactResponse[];
  /** Where the next page begins; null on the last. */
  next: string | null;
  ages: Record<Age, string>;
  total: string;
  /** The balance of the control accounts, on the same side. */
  control: string;
}

/** A line of a statement of account; amounts debit positive. */
export interface StatementLineResponse {
  date: string;
  entry: string;
  explanation: string;
  document: string | null;
  /** The date on the document, where it is another than the line's. */
  documentDate: string | null;
  ownNumber: string | null;
  dueDate: string | null;
  debit: string | null;
  credit: string | null;
  balance: string;
}

/** A page of what passed between the organisation and a contact, and what is open at the end. */
export interface StatementOfAccountResponse {
  number: string;
  name: string;
  address: string | null;
  from: string;
  to: string;
  broughtForward: string;
  lines: StatementLineResponse[];
  /** Where the next page begins; null on the last. */
  next: string | null;
  closing: string;
  /** What the contact owes at the end, and what is owed to it; each of them stands by itself. */
  owed: string;
  owing: string;
  /** What is open at the end of the span: the first of it, and how many there are. */
  items: AgedItemResponse[];
  itemCount: number;
}
