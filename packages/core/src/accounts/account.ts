import type { CurrencyCode } from '../money/currency.js';
import type { AccountDetails } from './account-details.js';
import { type AccountRole, CLOSED_ROLES } from './account-role.js';
import type { CashFlowClass } from './cash-flow-class.js';
import type { Classification } from './classification.js';
import { type Element, GROWS_ON, oppositeSide, type Side } from './element.js';

/** The id of an account within its organisation; its number is only a label. */
export type AccountId = number & { readonly __brand: 'AccountId' };

/** A number as the id of an account. Ids count from 1; 0 stands for an account that is not there (yet). */
export function accountId(id: number): AccountId {
  return id as AccountId;
}

/** Which subsidiary ledger a control account sums up. */
export type ControlLedger = 'receivables' | 'payables';

/** An account of the chart. */
export interface Account extends AccountDetails {
  readonly id: AccountId;
  readonly number: string;
  readonly name: string;
  readonly element: Element;
  readonly classification: Classification;
  /** Whether its normal balance is opposite to its element's (accumulated depreciation, drawings, returns). */
  readonly contra: boolean;
  /** The heading it stands under. */
  readonly parent?: AccountId;
  /** Its own currency, if lines on it must name a foreign amount. */
  readonly currency?: CurrencyCode;
  readonly control?: ControlLedger;
  /** Whether people may write to it by hand. */
  readonly typedEntries: boolean;
  readonly active: boolean;
  readonly role?: AccountRole;
  /** For drawings, dividends and contributions: the equity account they are closed into. */
  readonly closesTo?: AccountId;
  /** For an owner's capital: its whole weight when the result is shared. */
  readonly share?: number;
  /** Whether invoices and bills may be settled with it: bank, cash, an owner's account. */
  readonly settles?: boolean;
  /** Ids of the breakdowns that every line on it must name a value of. */
  readonly requiredBreakdowns?: readonly number[];
  /** Where the cash-flow statement shows it, if somebody has chosen so; else it is proposed. */
  readonly cashFlow?: CashFlowClass;
  /** The id of the tax code that new lines on it are proposed with. */
  readonly taxCode?: number;
}

/** The side on which an account usually stands. @example accumulated depreciation → 'credit' */
export function normalBalanceOf(account: Pick<Account, 'element' | 'contra'>): Side {
  const side = GROWS_ON[account.element];
  return account.contra ? oppositeSide(side) : side;
}

/** Whether an account starts each fiscal year at zero: revenue, expense, income summary, drawings and their like. */
export function isTemporary(account: Pick<Account, 'element' | 'role'>): boolean {
  if (account.element === 'revenue' || account.element === 'expense') return true;
  return account.role === 'income-summary' || (account.role !== undefined && CLOSED_ROLES.has(account.role));
}

/** Whether an account is a lasting part of equity: a column of the equity statement. */
export function isPermanentEquity(account: Pick<Account, 'element' | 'role'>): boolean {
  return account.element === 'equity' && !isTemporary(account);
}

/** An account as people name it. @example accountTitle(cash) // → '1010 Current account' */
export function accountTitle(account: Pick<Account, 'number' | 'name'>): string {
  return `${account.number} ${account.name}`;
}

/** Whether an account is, by its name, where stock stands; only a proposal. */
export function isInventory({ element, name, contra }: Pick<Account, 'element' | 'name' | 'contra'>): boolean {
  return element === 'asset' && !contra && /inventor|stock/i.test(name);
}
