import type { Account, AccountId } from './account.js';

/** A chart of accounts, ready to be asked. Accounts are in the order of their numbers. */
export interface Chart {
  readonly accounts: readonly Account[];
  readonly byId: ReadonlyMap<AccountId, Account>;
  readonly byNumber: ReadonlyMap<string, Account>;
  /** Accounts that others stand under; they take no postings. */
  readonly headings: ReadonlySet<AccountId>;
  /** Numbers that several accounts have: none in books, some perhaps in a proposed chart. */
  readonly duplicates: ReadonlySet<string>;
}

/**
 * Orders accounts by number and indexes them.
 *
 * @example chartOf([cash, sales]).byNumber.get('1010') // → cash
 */
export function chartOf(accounts: readonly Account[]): Chart {
  const sorted = [...accounts].sort((a, b) => compareNumbers(a.number, b.number));
  const duplicates = sorted.flatMap(({ number }, index) => (number === sorted[index - 1]?.number ? [number] : []));
  return {
    accounts: sorted,
    byId: new Map(sorted.map((account) => [account.id, account])),
    byNumber: new Map(sorted.map((account) => [account.number, account])),
    headings: new Set(sorted.flatMap((account) => (account.parent === undefined ? [] : [account.parent]))),
    duplicates: new Set(duplicates),
  };
}

/** The order of account numbers: digit by digit, as in a printed chart, so that 1010 stands before 11. */
export function compareNumbers(a: string, b: string): number {
  if (a === b) return 0;
  return a < b ? -1 : 1;
}

/**
 * The account with an id.
 *
 * @throws {RangeError} if the chart has none: ids come from the books themselves
 */
export function accountIn(chart: Chart, id: AccountId): Account {
  const account = chart.byId.get(id);
  if (!account) throw new RangeError(`no account with id ${id}`);
  return account;
}

/** How many headings an account stands under. @example depthOf(chart, topLevel) // → 0 */
export function depthOf(chart: Chart, account: Account): number {
  let depth = 0;
  for (let current = account; current.parent !== undefined && depth < 20; depth += 1)
    current = accountIn(chart, current.parent);
  return depth;
}

/**
 * The chart after a change, in which accounts are shown where their heading is: those that leave it open, and those
 * that stand under a changed heading.
 *
 * @param open changed accounts that do not say where they are shown
 * @param touched all accounts of the change
 */
export function withClassificationsOfHeadings(
  chart: Chart,
  open: ReadonlySet<AccountId>,
  touched: ReadonlySet<AccountId>,
): Chart {
  const placed = new Map<AccountId, Account>();
  const following = new Set<AccountId>();
  for (const account of inHeadingOrder(chart)) {
    const parent = account.parent === undefined ? undefined : placed.get(account.parent);
    const isMoved = parent !== undefined && (touched.has(parent.id) || following.has(parent.id));
    const follows =
      parent?.element === account.element && (open.has(account.id) || (isMoved && !touched.has(account.id)));
    if (follows) following.add(account.id);
    placed.set(
      account.id,
      follows && parent.classification !== account.classification
        ? { ...account, classification: parent.classification }
        : account,
    );
  }
  // accounts in a circle are in no order; checking them finds it
  return chartOf(chart.accounts.map((account) => placed.get(account.id) ?? account));
}

/** The accounts in the order of a printed chart: each heading followed by what stands under it. */
export function inHeadingOrder(chart: Chart): Account[] {
  const children = new Map<AccountId | undefined, Account[]>();
  for (const account of chart.accounts) {
    const siblings = children.get(account.parent);
    if (siblings) siblings.push(account);
    else children.set(account.parent, [account]);
  }
  const below = (parent: AccountId | undefined): Account[] =>
    (children.get(parent) ?? []).flatMap((account) => [account, ...below(account.id)]);
  return below(undefined);
}
