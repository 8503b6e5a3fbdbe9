import type { Account, AccountId } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import { CLASSIFICATIONS, type Classification } from '../accounts/classification.js';
import { inStatementOrder, reducedAccounts } from '../accounts/reduced-account.js';
import { keysOf } from '../keyed/keyed.js';
import { onceFor } from '../keyed/once-for.js';

/** Accounts of a part that stand under a name of their own. */
export interface AccountGroup {
  /** Its number in the organisation, which it keeps when it is renamed or moved. */
  readonly id: number;
  readonly name: string;
  /** Whether they are drawn as one figure; else each is listed, with their sum. */
  readonly isTogether: boolean;
  readonly accounts: readonly AccountId[];
}

/** What a part of a statement lists: an account, or a group of them. */
export type ArrangedItem = { readonly account: AccountId } | { readonly group: AccountGroup };

/** How an organisation arranges its statements, where it does otherwise than is usual. */
export interface Arrangement {
  /** The parts of the balance sheet whose order was chosen: each before those of its element that come after it here. */
  readonly order: readonly Classification[];
  /** What the parts list, in order. Accounts that are not named stand where the chart has them. */
  readonly parts: Readonly<Partial<Record<Classification, readonly ArrangedItem[]>>>;
  /** What is called otherwise, by the key of the term; see `statementTerms`. */
  readonly words: Readonly<Record<string, string>>;
}

/** The most items that a part lists. */
export const MOST_ARRANGED = 10_000;

/** Statements as they are where nobody arranged anything: parts in the usual order, accounts in that of the chart. */
export const USUAL_ARRANGEMENT: Arrangement = { order: [], parts: {}, words: {} };

/** The accounts of an item. */
export function accountsOfItem(item: ArrangedItem): readonly AccountId[] {
  return 'group' in item ? item.group.accounts : [item.account];
}

/**
 * What a part lists, so that each of its accounts stands in it exactly once, whatever became of the chart since it was
 * arranged: accounts that are gone, have moved to another part or are named twice are left out; new ones stand after the
 * account before them in the chart, a contra account right after the one that it is taken from. Groups without accounts
 * are left out.
 *
 * @example arrangedItems(chart, USUAL_ARRANGEMENT, 'current-assets') // → the ids of its accounts in the order of the chart
 */
export function arrangedItems(chart: Chart, { parts }: Arrangement, classification: Classification): ArrangedItem[] {
  const reduced = reducedAccounts(chart);
  const usual = inStatementOrder(chart)
    .filter((account) => account.classification === classification && !chart.headings.has(account.id))
    .map(({ id }) => id);
  const named = parts[classification];
  if (!named) return usual.map((account) => ({ account }));
  const left = new Set(usual);
  const items = named.flatMap((item): ArrangedItem[] => {
    const accounts = accountsOfItem(item).filter((id) => left.delete(id));
    if (accounts.length === 0) return [];
    return ['group' in item ? { group: { ...item.group, accounts } } : item];
  });
  const itemOf = new Map(items.flatMap((item) => accountsOfItem(item).map((id) => [id, item] as const)));
  const added = new Set<ArrangedItem>();
  usual.forEach((id, index) => {
    if (!left.has(id)) return;
    const before = usual[index - 1];
    const item = before === undefined ? undefined : itemOf.get(before);
    const position = item ? items.indexOf(item) : -1;
    if (item && 'group' in item && before !== undefined && isTakenLike(reduced, id, before)) {
      const accounts = item.group.accounts.toSpliced(item.group.accounts.indexOf(before) + 1, 0, id);
      const group: ArrangedItem = { group: { ...item.group, accounts } };
      items[position] = group;
      for (const account of accounts) itemOf.set(account, group);
      return;
    }
    let next = position + 1;
    // those that were added before it stand before it
    for (let other = items[next]; other && added.has(other); other = items[next]) next += 1;
    const own: ArrangedItem = { account: id };
    added.add(own);
    itemOf.set(id, own);
    items.splice(next, 0, own);
  });
  return items;
}

/** Whether an account is taken from the one before it, or from what that one is taken from. */
function isTakenLike(reduced: ReadonlyMap<AccountId, AccountId>, id: AccountId, before: AccountId): boolean {
  const account = reduced.get(id);
  return account !== undefined && (account === before || account === reduced.get(before));
}

/** Where each account stands among all, and in which group. */
export interface ArrangedPlaces {
  readonly placeOf: ReadonlyMap<AccountId, number>;
  readonly groupOf: ReadonlyMap<AccountId, AccountGroup>;
}

/** The accounts in the order in which statements list them: part by part, each as it is arranged. */
export function arrangedPlaces(chart: Chart, arrangement: Arrangement): ArrangedPlaces {
  return placesIn(chart)(arrangement);
}

const placesIn = onceFor((chart: Chart) => onceFor((arrangement: Arrangement) => drawnPlaces(chart, arrangement)));

function drawnPlaces(chart: Chart, arrangement: Arrangement): ArrangedPlaces {
  const placeOf = new Map<AccountId, number>();
  const groupOf = new Map<AccountId, AccountGroup>();
  for (const classification of keysOf(CLASSIFICATIONS))
    for (const item of arrangedItems(chart, arrangement, classification)) {
      for (const id of accountsOfItem(item)) {
        placeOf.set(id, placeOf.size);
        if ('group' in item) groupOf.set(id, item.group);
      }
    }
  return { placeOf, groupOf };
}

/** Parts of one element in the order in which they stand. @example arrangedParts(usual, ['current-assets', ...]) */
export function arrangedParts({ order }: Arrangement, parts: readonly Classification[]): Classification[] {
  const rank = (part: Classification): number => (order.includes(part) ? order.indexOf(part) : order.length);
  return [...parts].sort((a, b) => rank(a) - rank(b));
}

/** Things that name an account in the order in which statements list accounts; those that name none come last. */
export function inArrangedOrder<Of extends { readonly account?: Account | undefined }>(
  { placeOf }: ArrangedPlaces,
  all: readonly Of[],
): Of[] {
  const positionOf = ({ account }: Of): number => (account && placeOf.get(account.id)) ?? placeOf.size;
  return [...all].sort((a, b) => positionOf(a) - positionOf(b));
}
