import { keysOf } from '../keyed/keyed.js';
import type { OrganisationKind } from '../organisations/kind.js';
import type { ProposedAccount } from './check-account.js';

/** For what a fund may be spent; common practice for non-profits. */
export const FUND_RESTRICTIONS = {
  none: 'Without restriction',
  purpose: 'Restricted to a purpose',
  time: 'Restricted to a time',
  endowment: 'Endowment',
} as const;

/** A key of {@link FUND_RESTRICTIONS}. */
export type FundRestriction = keyof typeof FUND_RESTRICTIONS;

/** What a starter chart can be given by name. */
export interface StarterWishes {
  /** Partners with their whole weight in the result; two of equal weight by default. */
  readonly partners?: readonly { readonly name: string; readonly share: number }[] | undefined;
  /** Classes of shares; ordinary shares by default. */
  readonly shareClasses?: readonly string[] | undefined;
  /** Funds; one of each restriction by default. */
  readonly funds?: readonly { readonly name: string; readonly restriction: FundRestriction }[] | undefined;
}

/** A breakdown that a starter chart begins with; accounts by number. */
export interface StarterBreakdown {
  readonly name: string;
  readonly usualValue: string;
  readonly values: readonly { readonly name: string; readonly parent?: string; readonly account?: string }[];
}

/** An equity account as a starter chart proposes it. */
export type EquityAccount = ProposedAccount;

/** The equity of a kind of organisation. */
export interface StarterEquity {
  readonly accounts: readonly EquityAccount[];
  readonly breakdowns: readonly StarterBreakdown[];
}

const SUMMARY: EquityAccount = { number: '3900', name: 'Income summary', role: 'income-summary' };

/**
 * The equity accounts of a kind, and the funds of a non-profit with the accounts that keep their balances.
 *
 * @throws {RangeError} if more than 90 of anything are wished for: the numbers would run out
 * @example equityOf('partnership', {partners: [{name: 'Ash', share: 3}, {name: 'Rowan', share: 2}]})
 */
export function equityOf(kind: OrganisationKind, wishes: StarterWishes): StarterEquity {
  switch (kind) {
    case 'sole-trader':
      return plain([
        { number: '3000', name: 'Owner’s capital', role: 'owner-capital' },
        { number: '3050', name: 'Paid in by the owner', role: 'contributions', closesTo: '3000' },
        { number: '3100', name: 'Drawings', role: 'drawings', closesTo: '3000' },
      ]);
    case 'partnership':
      return plain(partnersEquity(wishes.partners ?? EQUAL_PARTNERS));
    case 'company':
      return plain([
        ...numbered(3000, wishes.shareClasses ?? ['Share capital'], (number, name) => ({
          number,
          name,
          role: 'share-capital',
        })),
        { number: '3100', name: 'Share premium', role: 'share-capital' },
        { number: '3150', name: 'Treasury shares', role: 'treasury-shares' },
        { number: '3200', name: 'Retained earnings', role: 'retained-earnings' },
        { number: '3300', name: 'Dividends', role: 'dividends', closesTo: '3200' },
      ]);
    case 'non-profit':
      return fundsEquity(wishes.funds ?? USUAL_FUNDS);
    case 'co-operative':
      return plain([
        { number: '3000', name: 'Members’ shares', role: 'members-shares' },
        { number: '3200', name: 'General reserve', role: 'reserve' },
        { number: '3250', name: 'Reserve that is never shared out' },
        { number: '3300', name: 'Dividends to members', role: 'dividends', closesTo: '3200' },
      ]);
    default:
      return kind satisfies never;
  }
}

const EQUAL_PARTNERS = [
  { name: 'Partner A', share: 1 },
  { name: 'Partner B', share: 1 },
];

const USUAL_FUNDS: readonly { name: string; restriction: FundRestriction }[] = [
  { name: 'General fund', restriction: 'none' },
  { name: 'Fund for a purpose', restriction: 'purpose' },
  { name: 'Fund for a time', restriction: 'time' },
  { name: 'Endowment', restriction: 'endowment' },
];

function plain(accounts: readonly EquityAccount[]): StarterEquity {
  return { accounts: [...accounts, SUMMARY], breakdowns: [] };
}

function partnersEquity(partners: NonNullable<StarterWishes['partners']>): EquityAccount[] {
  const names = partners.map((partner) => partner.name);
  const capital = numbered(3000, names, (number, name, index) => ({
    number,
    name: `${name}, capital`,
    role: 'owner-capital',
    share: partners[index]?.share ?? 1,
  }));
  const drawings = numbered(3100, names, (number, name, index) => ({
    number,
    name: `${name}, drawings`,
    role: 'drawings',
    closesTo: capital[index]?.number,
  }));
  return [...capital, ...drawings];
}

/** Where the accounts of each restriction begin. */
const FUND_SERIES = { none: 3000, purpose: 3100, time: 3200, endowment: 3300 } as const satisfies Record<
  FundRestriction,
  number
>;

/** A fund account each, and a breakdown whose values name them, so that each fund closes into its own. */
function fundsEquity(funds: NonNullable<StarterWishes['funds']>): StarterEquity {
  const restrictions = keysOf(FUND_RESTRICTIONS);
  const accounts = restrictions.flatMap((restriction) => {
    const names = funds.filter((fund) => fund.restriction === restriction).map((fund) => fund.name);
    return numbered(FUND_SERIES[restriction], names, (number, name) => ({ number, name, role: 'fund' }));
  });
  const numberOf = (name: string): string => accounts.find((account) => account.name === name)?.number ?? '';
  const first = funds.find((fund) => fund.restriction === 'none') ?? funds[0];
  const groups = restrictions.filter((restriction) => funds.some((fund) => fund.restriction === restriction));
  return {
    accounts: [...accounts, SUMMARY],
    breakdowns: [
      {
        name: 'Fund',
        usualValue: first?.name ?? '',
        values: groups.flatMap((restriction) => {
          const group = FUND_RESTRICTIONS[restriction];
          const own = funds.filter((fund) => fund.restriction === restriction);
          // a value's name stands once: where a fund is called like a group, that group has no line of its own
          const isTaken = funds.some(({ name }) => name.toLowerCase() === group.toLowerCase());
          const values = own.map(({ name }) => ({
            name,
            account: numberOf(name),
            ...(!isTaken && { parent: group }),
          }));
          return isTaken ? values : [{ name: group }, ...values];
        }),
      },
    ],
  };
}

/** Accounts in a row: ten apart, or one apart if there are many. */
function numbered<T>(
  first: number,
  names: readonly string[],
  make: (number: string, name: string, index: number) => T,
): T[] {
  if (names.length > 90) throw new RangeError('at most 90 of a kind');
  const step = names.length > 10 ? 1 : 10;
  return names.map((name, index) => make(String(first + index * step), name, index));
}
