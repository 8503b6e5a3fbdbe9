import type { AccountId } from '../accounts/account.js';
import type { CivilDate } from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import type { RowFact } from './take-on-row.js';

/** A line on an account whose detail was taken on, posted by anything but the take-on. */
export interface LaterLine {
  readonly account: AccountId;
  /** Minor units, debit positive. */
  readonly amount: Minor;
  /** What it names of the detail: an asset, an item of stock. */
  readonly document?: string | undefined;
  readonly date: CivilDate;
  /** The number of its entry. */
  readonly entry: string;
}

/** A part of an account's balance that has a name: an asset, an item of stock. */
export interface DetailItem {
  readonly account: AccountId;
  readonly name: string;
  /** Minor units, debit positive. */
  readonly amount: Minor;
}

/** What an account's balance is made of. */
export interface AccountDetail {
  readonly items: readonly DetailItem[];
  /** Lines that name nothing of the detail: the account has them, the detail does not. */
  readonly unnamed: readonly LaterLine[];
}

/**
 * The detail that was taken on as it goes on: a later line belongs to what it names, be it new to the detail; one that
 * names nothing stands outside. Capitals make no difference to names.
 *
 * @param facts the rows of a tray, as they were posted
 * @example accountDetail(assets, [{account, amount: minor(-900), document: 'Press', …}]).items
 */
export function accountDetail(facts: readonly RowFact[], later: readonly LaterLine[]): AccountDetail {
  const items = new Map<string, DetailItem>();
  const add = (account: AccountId, name: string, amount: number): void => {
    const key = `${account} ${name.toLowerCase()}`;
    const held = items.get(key);
    items.set(key, { account, name: held?.name ?? name, amount: minor((held?.amount ?? 0) + amount) });
  };
  for (const { item = '', lines } of facts) for (const { account, amount } of lines) add(account, item, amount);
  const unnamed: LaterLine[] = [];
  for (const line of later) {
    const name = line.document?.trim() ?? '';
    if (name === '') unnamed.push(line);
    else add(line.account, name, line.amount);
  }
  return { items: [...items.values()], unnamed };
}
