import type {
  AccountGroupRequest,
  ArrangedAccountResponse,
  ArrangedItemResponse,
  ArrangedPartResponse,
  ArrangementRequest,
  ArrangementResponse,
} from '@just-ledger/contract';
import { type Classification, CLASSIFICATIONS, keysOf, LOSS, isClassification } from '@just-ledger/core';

/** An arrangement while it is worked on. New groups have negative numbers until they are kept. */
export interface Arranging {
  readonly order: readonly Classification[];
  readonly parts: readonly ArrangedPartResponse[];
  /** The chosen words, by the key of the term. */
  readonly words: Readonly<Record<string, string>>;
}

/** Something that can be moved or put under a name. */
export type ArrangedKey = `account ${string}` | `group ${number}` | `part ${Classification}`;

/** What the server keeps, ready to be worked on. */
export function arrangingOf({ order, parts, terms }: ArrangementResponse): Arranging {
  const words = terms.flatMap(({ key, word, lossWord }) => [
    ...(word === null ? [] : [[key, word] as const]),
    ...(lossWord === null ? [] : [[`${key}${LOSS}`, lossWord] as const]),
  ]);
  return { order, parts, words: Object.fromEntries(words) };
}

/** What is sent to be kept: the parts that somebody arranged, the words that somebody chose. */
export function requestOf({ order, parts, words }: Arranging, kept: ArrangementResponse): ArrangementRequest {
  return {
    version: kept.version,
    order: isUsualOrder(order) ? [] : [...order],
    parts: parts
      .filter(({ isArranged }) => isArranged)
      .map(({ classification, items }) => ({
        classification,
        items: items.map((item) => {
          if ('account' in item) return { account: item.account.number };
          const { id, name, isTogether, accounts } = item.group;
          const group: AccountGroupRequest = { name, isTogether, accounts: accounts.map(({ number }) => number) };
          if (id > 0) group.id = id;
          return { group };
        }),
      })),
    words: Object.entries(words).map(([key, word]) => ({ key, word })),
  };
}

function isUsualOrder(order: readonly Classification[]): boolean {
  const usual = keysOf(CLASSIFICATIONS).filter((key) => order.includes(key));
  return order.every((key, index) => key === usual[index]);
}

/** The accounts of an item. */
export function accountsOf(item: ArrangedItemResponse): readonly ArrangedAccountResponse[] {
  return 'group' in item ? item.group.accounts : [item.account];
}

/** The key of an item. */
export function keyOf(item: ArrangedItemResponse): ArrangedKey {
  return 'group' in item ? `group ${item.group.id}` : `account ${item.account.number}`;
}

/** Nothing arranged at all. */
export function allUsual({ order, parts }: Arranging): Arranging {
  const usual = keysOf(CLASSIFICATIONS);
  return {
    order: usual.filter((key) => order.includes(key)),
    parts: parts.map((part) => (part.isArranged ? usualPart(part) : part)),
    words: {},
  };
}

/** A part in the order of the chart, without names of its own. */
export function usualPart(part: ArrangedPartResponse): ArrangedPartResponse {
  const byNumber = new Map(part.items.flatMap(accountsOf).map((account) => [account.number, account]));
  const items = part.usual.flatMap((number) => {
    const account = byNumber.get(number);
    return account ? [{ account }] : [];
  });
  return { ...part, isArranged: false, items };
}

/**
 * Moves something one place up or down among its own: an account past its neighbour, out of its group at the group's end;
 * a group past its neighbour; a part of the balance sheet past the other one of its element. Contra accounts go with the
 * account over them.
 *
 * @param step −1 for up
 */
export function moved(arranging: Arranging, key: ArrangedKey, step: 1 | -1): Arranging {
  const [kind, name = ''] = splitKey(key);
  if (kind === 'part' && isClassification(name))
    return { ...arranging, order: movedPart(arranging.order, name, step) };
  return changed(arranging, key, (part) => {
    const top = part.items.findIndex((item) => keyOf(item) === key);
    if (top >= 0) return { ...part, items: pastNeighbour(blocksOf(part.items, isContraItem), part.items[top], step) };
    return {
      ...part,
      items: part.items.flatMap((item): ArrangedItemResponse[] => {
        if (!('group' in item)) return [item];
        const index = item.group.accounts.findIndex(({ number }) => number === name);
        if (index < 0) return [item];
        const blocks = blocksOf(item.group.accounts, ({ contra }) => contra);
        const own = blocks.findIndex((block) => block.some(({ number }) => number === name));
        if (own + step >= 0 && own + step < blocks.length) {
          const accounts = pastNeighbour(blocks, item.group.accounts[index], step);
          return [{ group: { ...item.group, accounts } }];
        }
        const rest = blocks.filter((_, index) => index !== own).flat();
        const out = (blocks[own] ?? []).map((account) => ({ account }));
        const left = rest.length === 0 ? [] : [{ group: { ...item.group, accounts: rest } }];
        return step < 0 ? [...out, ...left] : [...left, ...out];
      }),
    };
  });
}

/** Takes accounts of one part under a name: a new one, or one that the part has already. */
export function grouped(arranging: Arranging, keys: readonly ArrangedKey[], typed: string): Arranging {
  const name = typed.trim();
  const [first] = keys;
  if (first === undefined || name === '') return arranging;
  return changed(arranging, first, (part) => {
    const wanted = new Set(keys);
    const taken = withContras(part, wanted);
    if (taken.length === 0) return part;
    const numbers = new Set(taken.map(({ number }) => number));
    const isSame = (item: ArrangedItemResponse): boolean =>
      'group' in item && item.group.name.toLowerCase() === name.toLowerCase() && !wanted.has(keyOf(item));
    const joins = part.items.some(isSame);
    let isPlaced = false;
    const items = part.items.flatMap((item): ArrangedItemResponse[] => {
      const rest = accountsOf(item).filter(({ number }) => !numbers.has(number));
      if (joins && isSame(item) && 'group' in item)
        return [{ group: { ...item.group, accounts: [...rest, ...taken] } }];
      const left = leftOf(item, rest);
      if (joins || isPlaced || rest.length === accountsOf(item).length) return left;
      isPlaced = true;
      return [{ group: { id: newId(arranging), name, isTogether: false, accounts: taken } }, ...left];
    });
    return { ...part, items };
  });
}

/** Takes accounts out of their groups, or all accounts out of a group. */
export function ungrouped(arranging: Arranging, keys: readonly ArrangedKey[]): Arranging {
  return keys.reduce(
    (all, key) =>
      changed(all, key, (part) => ({
        ...part,
        items: part.items.flatMap((item): ArrangedItemResponse[] => {
          if (!('group' in item)) return [item];
          if (keyOf(item) === key) return item.group.accounts.map((account) => ({ account }));
          const out = item.group.accounts.filter(({ number }) => `account ${number}` === key);
          const rest = item.group.accounts.filter((account) => !out.includes(account));
          return [...leftOf(item, rest), ...out.map((account) => ({ account }))];
        }),
      })),
    arranging,
  );
}

/** Draws a group as one figure, or lists its accounts. */
export function drawnTogether(arranging: Arranging, key: ArrangedKey): Arranging {
  return changedGroup(arranging, key, (group) => ({ ...group, isTogether: !group.isTogether }));
}

/** Gives a group another name. */
export function renamed(arranging: Arranging, key: ArrangedKey, typed: string): Arranging {
  const name = typed.trim();
  return name === '' ? arranging : changedGroup(arranging, key, (group) => ({ ...group, name }));
}

/** Calls a term by another name; by the usual one where nothing is typed. */
export function worded(arranging: Arranging, term: string, typed: string, usual: string): Arranging {
  const word = typed.trim();
  const others = Object.fromEntries(Object.entries(arranging.words).filter(([key]) => key !== term));
  return { ...arranging, words: word === '' || word === usual ? others : { ...others, [term]: word } };
}

/** The part in which something stands. */
export function partOf({ parts }: Arranging, key: ArrangedKey): ArrangedPartResponse | undefined {
  return parts.find(({ items }) =>
    items.some((item) => keyOf(item) === key || accountsOf(item).some(({ number }) => `account ${number}` === key)),
  );
}

function splitKey(key: ArrangedKey): [kind: string, name: string] {
  const index = key.indexOf(' ');
  return [key.slice(0, index), key.slice(index + 1)];
}

function changed(
  arranging: Arranging,
  key: ArrangedKey,
  change: (part: ArrangedPartResponse) => ArrangedPartResponse,
): Arranging {
  const part = partOf(arranging, key);
  if (!part) return arranging;
  const next = change(part);
  if (next === part) return arranging;
  const parts = arranging.parts.map((arrangedPart) =>
    arrangedPart === part ? { ...next, isArranged: true } : arrangedPart,
  );
  return { ...arranging, parts };
}

type Group = Extract<ArrangedItemResponse, { group: unknown }>['group'];

function changedGroup(arranging: Arranging, key: ArrangedKey, change: (group: Group) => Group): Arranging {
  return changed(arranging, key, (part) => ({
    ...part,
    items: part.items.map((item) => ('group' in item && keyOf(item) === key ? { group: change(item.group) } : item)),
  }));
}

function leftOf(item: ArrangedItemResponse, rest: readonly ArrangedAccountResponse[]): ArrangedItemResponse[] {
  if (rest.length === 0) return [];
  return 'group' in item ? [{ group: { ...item.group, accounts: [...rest] } }] : [item];
}

/** The accounts that are wanted, by themselves or with their group, each with the contra accounts right under it. */
function withContras(part: ArrangedPartResponse, wanted: ReadonlySet<ArrangedKey>): ArrangedAccountResponse[] {
  let takes = false;
  let above: ArrangedItemResponse | undefined;
  return part.items.flatMap((item) =>
    accountsOf(item).filter((account) => {
      const isWanted = wanted.has(`account ${account.number}`) || wanted.has(keyOf(item));
      const goesAlong = account.contra && (item === above || !('group' in item || (above && 'group' in above)));
      takes = isWanted || (takes && goesAlong);
      above = item;
      return takes;
    }),
  );
}

function isContraItem(item: ArrangedItemResponse): boolean {
  return 'account' in item && item.account.contra;
}

/** What moves as one: each with the contra accounts under it. */
function blocksOf<Of>(all: readonly Of[], isContra: (item: Of) => boolean): Of[][] {
  const blocks: Of[][] = [];
  for (const item of all) {
    const last = blocks.at(-1);
    const first = last?.[0];
    if (last && first !== undefined && isContra(item) && !isContra(first)) last.push(item);
    else blocks.push([item]);
  }
  return blocks;
}

/** One block past the next; a contra account by itself past its neighbour. */
function pastNeighbour<Of>(blocks: readonly (readonly Of[])[], item: Of | undefined, step: 1 | -1): Of[] {
  const own = blocks.findIndex((block) => block[0] === item);
  if (own >= 0) return swapped(blocks, own, step).flatMap((block) => block);
  const all = blocks.flatMap((block) => block);
  return swapped(
    all,
    all.findIndex((other) => other === item),
    step,
  );
}

function swapped<Of>(all: readonly Of[], index: number, step: 1 | -1): Of[] {
  const swaps = [...all];
  const [own] = all.slice(index);
  const [other] = index + step < 0 ? [] : all.slice(index + step);
  if (index < 0 || own === undefined || other === undefined) return swaps;
  swaps[index] = other;
  swaps[index + step] = own;
  return swaps;
}

function movedPart(order: readonly Classification[], part: Classification, step: 1 | -1): readonly Classification[] {
  const index = order.indexOf(part);
  const other = order[index + step];
  if (other === undefined || CLASSIFICATIONS[other].element !== CLASSIFICATIONS[part].element) return order;
  return swapped(order, index, step);
}

function newId({ parts }: Arranging): number {
  const ids = parts.flatMap(({ items }) => items.map((item) => ('group' in item ? item.group.id : 0)));
  return Math.min(0, ...ids) - 1;
}
