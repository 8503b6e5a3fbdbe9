import { groupsOf } from '../keyed/keyed.js';
import { onceFor } from '../keyed/once-for.js';
import type { Account, AccountId } from './account.js';
import { type Chart, compareNumbers } from './chart.js';

/**
 * Which account each contra account is taken from, where the chart says so: among those of its classification and
 * heading the one whose name it repeats, else the one whose number has more first digits in common with its own than any
 * other's, else the only one between it and the contra account before it. Common practice in numbering; where none of
 * these points to one account, it is taken from none.
 *
 * @returns by the id of the contra account the id of the other; equity has none, since its accounts are components
 * @example reducedAccounts(chart).get(accumulatedDepreciation.id) // → equipment.id
 */
export const reducedAccounts = onceFor((chart: Chart): ReadonlyMap<AccountId, AccountId> => {
  const posted = chart.accounts.filter(({ id, element }) => element !== 'equity' && !chart.headings.has(id));
  const groups = groupsOf(posted, ({ classification, parent }) => `${classification} ${parent ?? ''}`);
  const reduced = new Map<AccountId, AccountId>();
  for (const group of groups.values()) {
    const whole = group.filter(({ contra }) => !contra);
    for (const account of group.filter(({ contra }) => contra)) {
      const match = byName(account, whole) ?? byNumber(account, whole) ?? byPlace(account, group);
      if (match) reduced.set(account.id, match.id);
    }
  }
  return reduced;
});

/** The accounts as a statement lists them: by number, but each contra account after the one that it is taken from. */
export const inStatementOrder = onceFor((chart: Chart): readonly Account[] => {
  const reduced = reducedAccounts(chart);
  const contras = groupsOf(
    chart.accounts.filter(({ id }) => reduced.has(id)),
    ({ id }) => reduced.get(id),
  );
  return chart.accounts
    .filter(({ id }) => !reduced.has(id))
    .flatMap((account) => [account, ...(contras.get(account.id) ?? [])]);
});

/** Fewer first digits are those of a whole class of accounts. */
const LEAST_DIGITS = 2;

function byName({ name }: Account, whole: readonly Account[]): Account | undefined {
  const repeated = whole.filter((account) => ` ${words(name)} `.includes(` ${words(account.name)} `));
  const longest = Math.max(...repeated.map((account) => account.name.length));
  return only(repeated.filter((account) => account.name.length === longest));
}

function words(name: string): string {
  return name
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

function byNumber({ number }: Account, whole: readonly Account[]): Account | undefined {
  const inCommon = (account: Account): number => {
    let digits = 0;
    while (digits < number.length && number[digits] === account.number[digits]) digits += 1;
    return digits;
  };
  const most = Math.max(...whole.map(inCommon));
  return most < LEAST_DIGITS ? undefined : only(whole.filter((account) => inCommon(account) === most));
}

function byPlace({ number }: Account, group: readonly Account[]): Account | undefined {
  const before = group.filter((account) => compareNumbers(account.number, number) < 0);
  const last = before.findLastIndex(({ contra }) => contra);
  return only(before.slice(last + 1));
}

function only(accounts: readonly Account[]): Account | undefined {
  return accounts.length === 1 ? accounts[0] : undefined;
}
