import { type Account, type AccountId, isInventory, normalBalanceOf } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { holdsAnotherTime, isAccrued } from '../findings/unusual-balances.js';
import type { Finding } from '../findings/finding.js';
import { minor, type Minor } from '../money/minor.js';
import { monthName, type Month } from '../organisations/books-calendar.js';
import type { TargetRule } from '../recurring/target.js';
import type { AdjustmentKind } from './adjustment-kind.js';

/** Names of accounts on which money is borrowed or lent at interest; common practice. */
const BEARS_INTEREST = /\b(loans?|mortgages?|bonds?|debentures?)\b/i;

/** An adjusting entry that nothing makes yet: no schedule, no entry. */
export interface LackingAdjustment {
  readonly kind: AdjustmentKind;
  readonly account?: AccountId | undefined;
  readonly assetClass?: string | undefined;
  /** What it is about; minor units, positive on the account’s normal side. */
  readonly amount?: Minor | undefined;
  /** Of a bill that did not come: the place of the entry before it. */
  readonly entry?: number | undefined;
  readonly why: string;
}

/** What is looked at to find them. */
export interface AdjustedBooks {
  readonly chart: Chart;
  /** What stands on accounts at the last day; minor units, debit positive. */
  readonly balanceOf: (account: Account) => Minor;
  /** The accounts that schedules of adjusting entries and of loans name. */
  readonly scheduled: ReadonlySet<AccountId>;
  /** What schedules bring accounts to. */
  readonly targets: ReadonlySet<TargetRule>;
  /** What the assets of a class lose in the days at hand, where no schedule writes them off. */
  readonly unwritten: readonly { readonly assetClass: string; readonly amount: Minor }[];
  /** What customers owe for longer than they should; minor units. */
  readonly overdue: Minor;
  /** What the second pair of eyes found and nobody has looked at. */
  readonly findings: readonly Finding[];
}

/**
 * The adjusting entries that the books call for and nothing makes: what is paid ahead or unearned and on no schedule,
 * bills that come each month and did not, assets that nothing writes off, stock that nobody counts, overdue debts
 * without an allowance, loans without interest, tax of which nothing is set aside.
 *
 * @returns in the order of the kinds, each by account
 */
export function lackingAdjustments(books: AdjustedBooks): LackingAdjustment[] {
  return [
    ...heldOver(books, 'asset'),
    ...missingBills(books),
    ...heldOver(books, 'liability'),
    ...books.unwritten.map(({ assetClass, amount }) => ({
      kind: 'depreciation' as const,
      assetClass,
      amount,
      why: 'nothing writes it off',
    })),
    ...accountsHolding(books, 'stock', isInventory, 'nothing asks for its count'),
    ...doubtful(books),
    ...accountsHolding(books, 'interest', bearsInterest, 'nothing reckons its interest'),
    ...tax(books),
  ];
}

/** What is paid ahead, an asset, or unearned, a liability, and no schedule brings where it belongs. */
function heldOver(books: AdjustedBooks, element: 'asset' | 'liability'): LackingAdjustment[] {
  const isHeldOver = (account: Account): boolean =>
    account.element === element && holdsAnotherTime(account) && !isAccrued(account);
  const kind = element === 'asset' ? 'prepaid' : 'unearned';
  return accountsHolding(books, kind, isHeldOver, 'nothing spreads it over its time');
}

/** Accounts on which something stands and that no schedule names. */
function accountsHolding(
  { chart, balanceOf, scheduled }: AdjustedBooks,
  kind: AdjustmentKind,
  isMeant: (account: Account) => boolean,
  why: string,
): LackingAdjustment[] {
  return chart.accounts.flatMap((account) => {
    if (scheduled.has(account.id) || !isMeant(account)) return [];
    const balance = balanceOf(account) * (normalBalanceOf(account) === 'credit' ? -1 : 1);
    return balance > 0 ? [{ kind, account: account.id, amount: minor(balance), why }] : [];
  });
}

function bearsInterest(account: Account): boolean {
  return account.element === 'liability' && account.control === undefined && BEARS_INTEREST.test(account.name);
}

/** Bills that came in each of the months before, and did not. */
function missingBills({ chart, findings }: AdjustedBooks): LackingAdjustment[] {
  return findings.flatMap(({ id, type, account, entries }) =>
    type === 'month-missing' && account !== undefined && accountIn(chart, account).element === 'expense'
      ? [
          {
            kind: 'accrued' as const,
            account,
            entry: entries.at(-1),
            why: `came each month before, and not in ${monthName(id.slice(-7) as Month)}`,
          },
        ]
      : [],
  );
}

function doubtful({ targets, overdue }: AdjustedBooks): LackingAdjustment[] {
  if (targets.has('ages') || overdue <= 0) return [];
  return [{ kind: 'doubtful', amount: overdue, why: 'overdue, and nothing is set aside for it' }];
}

/** Of who has an account for income tax: nothing sets it aside. */
function tax({ chart, targets }: AdjustedBooks): LackingAdjustment[] {
  const account = chart.accounts.find(({ active, classification }) => active && classification === 'income-tax');
  if (!account || targets.has('result')) return [];
  return [{ kind: 'tax', account: account.id, why: 'nothing sets aside what the result bears' }];
}
