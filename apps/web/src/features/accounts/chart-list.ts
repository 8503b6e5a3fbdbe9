import type { AccountRequest, AccountResponse } from '@just-ledger/contract';
import {
  ACCOUNT_DETAILS,
  type Classification,
  CLASSIFICATIONS,
  classificationsOf,
  type CurrencyCode,
  type Element,
  ELEMENT_LABELS,
  ELEMENTS,
  GROWS_ON,
  minor,
  type Minor,
  parseAmount,
  textsOf,
} from '@just-ledger/core';

/** Balances on the side on which their element grows; the other side is negative. */
export interface ShownBalances {
  readonly now: Minor;
  readonly earlier: Minor;
}

/** A row of the chart as it is shown. */
export type ChartItem =
  | {
      readonly type: 'part';
      readonly key: string;
      readonly label: string;
      readonly depth: number;
      readonly element: Element;
      /** Undefined for a whole element. */
      readonly classification: Classification | undefined;
      readonly balances: ShownBalances;
    }
  | {
      readonly type: 'account';
      readonly key: string;
      readonly account: AccountResponse;
      readonly depth: number;
      readonly isFolded: boolean;
      readonly balances: ShownBalances;
    };

/** Which accounts the chart shows. */
export interface ChartFilter {
  readonly find: string;
  /** In use, with a balance, retired, or all of them. */
  readonly only: '' | 'balance' | 'retired' | 'all';
  /** Numbers of the headings whose accounts are folded away. */
  readonly folded: ReadonlySet<string>;
}

/**
 * The chart as a list: elements, their parts, headings with what stands under them, each with its sum.
 *
 * @param earlier balances of another date by account number
 * @param results what earlier years left on revenue and expense: see {@link earlierResults}
 */
export function chartList(
  accounts: readonly AccountResponse[],
  earlier: ReadonlyMap<string, string>,
  filter: ChartFilter,
  currency: CurrencyCode,
  results: ShownBalances = NOTHING,
): ChartItem[] {
  const unclosed = filter.find === '' && filter.only !== 'retired' ? results : NOTHING;
  const children = childrenOf(accounts);
  const balancesOf = balancesBelow(children, earlier, currency);
  const isWanted = wantedBy(filter, children, balancesOf);
  const below = (account: AccountResponse, depth: number): ChartItem[] => {
    if (!isWanted(account)) return [];
    const isFolded = filter.find === '' && filter.folded.has(account.number);
    const own = {
      type: 'account' as const,
      key: account.number,
      account,
      depth,
      isFolded,
      balances: balancesOf(account),
    };
    const under = isFolded
      ? []
      : (children.get(account.number) ?? []).flatMap((account) => below(account, depth + 1));
    return [own, ...under];
  };
  const top = children.get(null) ?? [];
  return ELEMENTS.flatMap((element): ChartItem[] => {
    const parts = classificationsOf(element);
    const shown = parts.flatMap((classification): ChartItem[] => {
      const roots = top.filter((account) => account.element === element && account.classification === classification);
      const depth = parts.length > 1 ? 2 : 1;
      const rows = roots.flatMap((account) => below(account, depth));
      if (rows.length === 0) return [];
      const label = CLASSIFICATIONS[classification].label;
      const sums = sumOfBalances(roots.map(balancesOf));
      const part = {
        type: 'part' as const,
        key: classification,
        label,
        depth: 1,
        element,
        classification,
        balances: sums,
      };
      return parts.length > 1 ? [part, ...rows] : rows;
    });
    const hasResults = element === 'equity' && (unclosed.now !== 0 || unclosed.earlier !== 0);
    if (hasResults) shown.push({ ...EARLIER_RESULTS_ROW, balances: unclosed });
    if (shown.length === 0) return [];
    const own = top.filter((account) => account.element === element).map(balancesOf);
    const balances = sumOfBalances(hasResults ? [...own, unclosed] : own);
    const label = ELEMENT_LABELS[element];
    return [{ type: 'part', key: element, label, depth: 0, element, classification: undefined, balances }, ...shown];
  });
}

const NOTHING: ShownBalances = { now: minor(0), earlier: minor(0) };

/** What earlier years left on revenue and expense, as long as they are not closed: with it the chart adds up. */
const EARLIER_RESULTS_ROW = {
  type: 'part' as const,
  key: 'earlier-results',
  label: 'Earlier results, not yet closed',
  depth: 1,
  element: 'equity' as const,
  classification: undefined,
};

/** What all accounts together are out by is what earlier years left; positive as a credit. */
export function earlierResults(
  accounts: readonly AccountResponse[],
  earlier: ReadonlyMap<string, string>,
  currency: CurrencyCode,
): ShownBalances {
  const sum = (balanceOf: (account: AccountResponse) => string): Minor =>
    minor(accounts.reduce((all, account) => all + parseAmount(balanceOf(account), currency), 0));
  return { now: sum(({ balance }) => balance), earlier: sum(({ number }) => earlier.get(number) ?? '0') };
}

/** An account as it would be asked for, with a change. */
export function accountRequest(account: AccountResponse, change: Partial<AccountRequest> = {}): AccountRequest {
  const { number, name, element, classification, contra, typedEntries, active, settles, breakdowns } = account;
  return {
    number,
    name,
    element,
    classification,
    contra,
    typedEntries,
    active,
    settles,
    breakdowns,
    ...(account.parent && { parent: account.parent }),
    ...(account.control && { control: account.control }),
    ...(account.currency && { currency: account.currency }),
    ...(account.role && { role: account.role }),
    ...(account.closesTo && { closesTo: account.closesTo }),
    ...(account.share !== null && { share: account.share }),
    ...(account.taxCode && { taxCode: account.taxCode }),
    ...(account.cashFlow && { cashFlow: account.cashFlow }),
    ...textsOf(ACCOUNT_DETAILS, account),
    ...change,
  };
}

/** The change that lets an account stand under another: it is shown where its heading is. */
export function under(heading: AccountResponse): Partial<AccountRequest> {
  return { parent: heading.number, classification: heading.classification };
}

/** The account above that an account could stand under: the nearest one in the list at its own depth. */
export function headingAbove(items: readonly ChartItem[], index: number): AccountResponse | undefined {
  const item = items[index];
  if (item?.type !== 'account') return undefined;
  for (let position = index - 1; position >= 0; position -= 1) {
    const above = items[position];
    if (above?.type !== 'account' || above.depth < item.depth) return undefined;
    if (above.depth === item.depth) return above.account;
  }
  return undefined;
}

type Children = ReadonlyMap<string | null, readonly AccountResponse[]>;

function childrenOf(accounts: readonly AccountResponse[]): Children {
  const children = new Map<string | null, AccountResponse[]>();
  for (const account of accounts) children.set(account.parent, [...(children.get(account.parent) ?? []), account]);
  return children;
}

function balancesBelow(
  children: Children,
  earlier: ReadonlyMap<string, string>,
  currency: CurrencyCode,
): (account: AccountResponse) => ShownBalances {
  const known = new Map<string, ShownBalances>();
  const balancesOf = (account: AccountResponse): ShownBalances => {
    const kept = known.get(account.number);
    if (kept) return kept;
    const sign = GROWS_ON[account.element] === 'debit' ? 1 : -1;
    const own = (text: string): Minor => minor(sign * parseAmount(text, currency) || 0);
    const itself = { now: own(account.balance), earlier: own(earlier.get(account.number) ?? '0') };
    const balances = sumOfBalances([itself, ...(children.get(account.number) ?? []).map(balancesOf)]);
    known.set(account.number, balances);
    return balances;
  };
  return balancesOf;
}

function sumOfBalances(all: readonly ShownBalances[]): ShownBalances {
  return {
    now: minor(all.reduce((sum, shownBalances) => sum + shownBalances.now, 0)),
    earlier: minor(all.reduce((sum, shownBalances) => sum + shownBalances.earlier, 0)),
  };
}

/** Whether an account is shown: it fits itself, or something under it does. */
function wantedBy(
  { find, only }: ChartFilter,
  children: Children,
  balancesOf: (account: AccountResponse) => ShownBalances,
): (account: AccountResponse) => boolean {
  const text = find.trim().toLowerCase();
  const fits = (account: AccountResponse): boolean => {
    const { now, earlier } = balancesOf(account);
    const hasBalance = only !== 'balance' || now !== 0 || earlier !== 0;
    const isState = only === 'all' || (only === 'retired') !== account.active;
    return `${account.number} ${account.name}`.toLowerCase().includes(text) && hasBalance && isState;
  };
  const wanted = (account: AccountResponse): boolean =>
    fits(account) || (children.get(account.number) ?? []).some(wanted);
  return wanted;
}
