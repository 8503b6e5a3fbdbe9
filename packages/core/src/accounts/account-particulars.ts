import type { Particulars } from '../audit-trail/set-up-change.js';
import type { NamesByHistory } from '../audit-trail/names-by-history.js';
import type { ComparedFields } from '../audit-trail/stand-by-history.js';
import { textParticulars } from '../text-details/text-details.js';
import { ACCOUNT_DETAILS } from './account-details.js';
import { ACCOUNT_ROLES } from './account-role.js';
import { type Account, type AccountId, accountTitle, normalBalanceOf } from './account.js';
import { CASH_FLOW_CLASSES } from './cash-flow-class.js';
import type { ChartNames } from './chart-rows.js';
import type { Chart } from './chart.js';
import { CLASSIFICATIONS } from './classification.js';

/** What accounts, breakdowns and tax codes were ever called: an account is told of by these names. */
export interface NamesOfChart {
  readonly accounts: NamesByHistory;
  readonly breakdowns: NamesByHistory;
  readonly taxCodes: NamesByHistory;
}

/** What of an account is compared with its history. */
export function comparedOfAccount(
  account: Account,
  { accounts, breakdowns, taxCodes }: NamesOfChart,
): ComparedFields {
  return {
    ...COMPARED_WORDS,
    heading: (told) => accounts.wasCalled(account.parent, told),
    'closed into': (told) => accounts.wasCalled(account.closesTo, told),
    'needs a breakdown': (told) => breakdowns.wereCalled(account.requiredBreakdowns ?? [], told),
    'usual tax code': (told) => taxCodes.wasCalled(account.taxCode, told),
  };
}

/** What of an account names nothing else. */
const COMPARED_WORDS: ComparedFields = {
  number: 'any',
  name: 'any',
  element: 'any',
  'shown under': Object.values(CLASSIFICATIONS).map(({ label }) => label),
  'normal balance': 'any',
  control: 'any',
  currency: 'any',
  'typed entries': 'any',
  'settles documents': 'any',
  'what it does': Object.values(ACCOUNT_ROLES).map(({ label }) => label),
  share: 'any',
  'cash flow': Object.values(CASH_FLOW_CLASSES).map(({ label }) => label),
  'in use': 'any',
};

/** An account's particulars in words, as its trail tells them. */
export function accountParticulars(account: Account, chart: Chart, names: ChartNames): Particulars {
  const titleOf = (id: AccountId | undefined): string | undefined => {
    const other = id === undefined ? undefined : chart.byId.get(id);
    return other && accountTitle(other);
  };
  return {
    number: account.number,
    name: account.name,
    element: account.element,
    'shown under': CLASSIFICATIONS[account.classification].label,
    heading: titleOf(account.parent),
    'normal balance': normalBalanceOf(account),
    control: account.control,
    currency: account.currency,
    'typed entries': account.typedEntries,
    'settles documents': account.settles ?? false,
    'what it does': account.role && ACCOUNT_ROLES[account.role].label,
    'closed into': titleOf(account.closesTo),
    share: account.share,
    'needs a breakdown': (account.requiredBreakdowns ?? []).flatMap((id) => names.breakdowns.get(id) ?? []),
    'usual tax code': account.taxCode === undefined ? undefined : names.taxCodes.get(account.taxCode),
    'cash flow': account.cashFlow && CASH_FLOW_CLASSES[account.cashFlow].label,
    ...textParticulars(ACCOUNT_DETAILS, account),
    'in use': account.active,
  };
}
