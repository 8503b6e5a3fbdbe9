import { isPermanentEquity, type Account, type AccountId } from '../accounts/account.js';
import { CLOSED_ROLES, type AccountRole } from '../accounts/account-role.js';
import type { Chart } from '../accounts/chart.js';
import { allocate } from '../money/allocate.js';
import { add, minor, type Minor, ZERO } from '../money/minor.js';
import type { OrganisationKind } from '../organisations/kind.js';
import { problem, refused, valid, type Checked } from '../problems/problem.js';

/** An equity account that takes part of the result, with its whole weight. */
export interface ResultTarget {
  readonly account: Account;
  readonly share: number;
}

/** The roles that can take the result, by kind, the first that any account has. */
const RESULT_ROLES = {
  'sole-trader': ['owner-capital'],
  partnership: ['owner-capital'],
  company: ['retained-earnings'],
  'non-profit': ['fund'],
  'co-operative': ['retained-earnings', 'reserve'],
} as const satisfies Record<OrganisationKind, readonly AccountRole[]>;

/**
 * Which accounts take the result of a year: the owner's capital, the partners' by share, retained earnings, the
 * reserve or the fund.
 *
 * @returns one target, or several for partners; `no-closing-target` if none or more than one account could take it
 * @example resultTargets(chart, 'company') // → [{account: retained earnings, share: 1}]
 */
export function resultTargets(chart: Chart, kind: OrganisationKind): Checked<ResultTarget[]> {
  const roles: readonly AccountRole[] = RESULT_ROLES[kind];
  const role = roles.find((candidate) => withRole(chart, candidate).length > 0);
  const accounts = role ? withRole(chart, role) : [];
  const sharing = accounts.filter((account) => (account.share ?? 0) > 0);
  if (kind === 'partnership' && sharing.length > 0) {
    return valid(sharing.map((account) => ({ account, share: account.share ?? 0 })));
  }
  const [only, another] = accounts;
  if (only && !another) return valid([{ account: only, share: 1 }]);
  const names = accounts.map((account) => `${account.number} ${account.name}`).join(', ');
  if (kind === 'non-profit' && another) {
    const message = `Some amounts name no fund, and several accounts could take them: ${names}. Give those lines their fund.`;
    return refused([problem('no-closing-target', '', message)]);
  }
  const message = another
    ? `Several accounts could take the result: ${names}. ${kind === 'partnership' ? 'Give each a share.' : 'Leave the role to one.'}`
    : `No account takes the result: give one the role ${roles.join(' or ')}.`;
  return refused([problem('no-closing-target', '', message)]);
}

/**
 * The equity account that a drawings, dividends or contributions account is closed into: the one it names, else the
 * only one that takes the result.
 *
 * @returns undefined if it names none and several could take it
 */
export function closingTargetOf(
  account: Account,
  chart: Chart,
  targets: Checked<ResultTarget[]>,
): Account | undefined {
  if (account.closesTo !== undefined) return chart.byId.get(account.closesTo);
  return targets.ok && targets.value.length === 1 ? targets.value[0]?.account : undefined;
}

/** Who takes part of a result: by weight, after what is given first; minor units, positive where it is given. */
export interface Sharer {
  readonly account: AccountId;
  readonly share: number;
  readonly first?: Minor | undefined;
}

/**
 * Gives a result to its targets, parts adding up exactly: what each is given first, then the rest by weight, also where
 * that is negative.
 *
 * @param result minor units, positive for income
 * @example shareResult(minor(100), [{account: a, share: 1, first: minor(60)}, {account: b, share: 1}]) // → a 80, b 20
 */
export function shareResult(result: Minor, targets: readonly Sharer[]): Map<AccountId, Minor> {
  const given = targets.reduce((sum, { first = ZERO }) => add(sum, first), ZERO);
  const parts = allocate(
    minor(result - given),
    targets.map((target) => target.share),
  );
  return new Map(targets.map(({ account, first = ZERO }, index) => [account, add(first, parts[index] as Minor)]));
}

/** Whether an account is closed straight into equity rather than through the result. */
export function isClosedIntoEquity(account: Account): boolean {
  return account.role !== undefined && CLOSED_ROLES.has(account.role);
}

function withRole(chart: Chart, role: AccountRole): Account[] {
  return chart.accounts.filter(
    (account) =>
      account.role === role && account.active && isPermanentEquity(account) && !chart.headings.has(account.id),
  );
}
