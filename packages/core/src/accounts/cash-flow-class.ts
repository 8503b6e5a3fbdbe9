import type { AccountRole } from './account-role.js';
import type { Classification } from './classification.js';
import type { Element } from './element.js';

/** From which activity what moves an account comes, in the order of the cash-flow statement; cash is what moves. */
export const CASH_FLOW_CLASSES = {
  cash: { label: 'Cash and cash equivalents' },
  operating: { label: 'Operating activities' },
  investing: { label: 'Investing activities' },
  financing: { label: 'Financing activities' },
} as const;

/** A key of {@link CASH_FLOW_CLASSES}. */
export type CashFlowClass = keyof typeof CASH_FLOW_CLASSES;

/** What a class is proposed from. */
export interface ClassedAccount {
  readonly element: Element;
  readonly classification: Classification;
  readonly role?: AccountRole;
  readonly name: string;
}

/** Whether a text names a class. @example isCashFlowClass('investing') // → true */
export function isCashFlowClass(text: string): text is CashFlowClass {
  return Object.hasOwn(CASH_FLOW_CLASSES, text);
}

/** The class of an account: the one somebody chose, else the one that is proposed. */
export function cashFlowClassOf(account: ClassedAccount & { readonly cashFlow?: CashFlowClass }): CashFlowClass {
  return account.cashFlow ?? proposedCashFlowClass(account);
}

const FINANCING_NAMES =
  /\b(loans?|mortgages?|leases?|hire purchase|borrow\w*|debentures?|dividends?|drawings?|shares?)\b/i;
const INVESTING_NAMES = /\b(loans? (to|given)|securities|investments?|term deposits?)\b/i;
const OPERATING_NAMES = /\b(interest|deferred|unearned|provisions?|in advance|prepaid|prepayments?|tax)\b/i;
const INVESTING_RESULTS =
  /\b(depreciation|amorti[sz]ation|impairment)\b|\b(gains?|loss(es)?|profits?|surplus|deficit) (on|from) (the )?(disposals?|sales? of|sold)\b/i;

/**
 * The class that is proposed while nobody has chosen one. Lasting assets are investing, lasting debts and equity
 * financing, the rest operating; the names of accounts tell loans, dividends, depreciation and results of disposals
 * apart. Interest paid stays operating and dividends financing, as IAS 7 (31 to 34) allows.
 *
 * @example proposedCashFlowClass(depreciation) // → 'investing'
 */
export function proposedCashFlowClass({ element, classification, role, name }: ClassedAccount): CashFlowClass {
  if (role === 'cash') return 'cash';
  if (role === 'take-on-clearing' || role === 'due-to' || role === 'due-from') return 'operating';
  switch (element) {
    case 'equity':
      return 'financing';
    case 'asset':
      if (OPERATING_NAMES.test(name)) return 'operating';
      return classification === 'non-current-assets' || INVESTING_NAMES.test(name) ? 'investing' : 'operating';
    case 'liability':
      if (OPERATING_NAMES.test(name)) return 'operating';
      return classification === 'non-current-liabilities' || FINANCING_NAMES.test(name) ? 'financing' : 'operating';
    case 'revenue':
    case 'expense':
      return INVESTING_RESULTS.test(name) ? 'investing' : 'operating';
    default:
      return element satisfies never;
  }
}
