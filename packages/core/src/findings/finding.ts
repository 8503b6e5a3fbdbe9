import type { AccountId } from '../accounts/account.js';
import type { Minor } from '../money/minor.js';

/** What an auditor would ask about. */
export const FINDING_TYPES = [
  'unusual-side',
  'not-at-zero',
  'below-zero',
  'stands-long',
  'out-of-series',
  'same-entry',
  'far-out',
  'differs',
  'other-side',
  'round-amount',
  'month-missing',
  'twice-in-month',
  'day-without-work',
  'posted-late',
  'number-twice',
  'number-missing',
  'paid-beyond',
  'passed-over',
] as const;

/** One of {@link FINDING_TYPES}. */
export type FindingType = (typeof FINDING_TYPES)[number];

/** Part of what a finding rests on: words, or an amount in minor units. */
export type EvidencePart = string | { readonly amount: Minor };

/** Something in the books that an auditor would ask about, with its evidence. */
export interface Finding {
  /** The same for the same finding whenever the books are read: its type and what it is about. */
  readonly id: string;
  readonly type: FindingType;
  readonly title: string;
  readonly evidence: readonly EvidencePart[];
  /** The account it is about. */
  readonly account?: AccountId | undefined;
  /** The places of the entries it is about, the first of them first. */
  readonly entries: readonly number[];
}

/** Whether somebody has looked at a finding. */
export const FINDING_STATES = ['open', 'looked-at'] as const;

/** One of {@link FINDING_STATES}. */
export type FindingState = (typeof FINDING_STATES)[number];

/**
 * The id of a finding, of its type and what it is about: letters, digits, `-`, `_`, `.` between its parts, and any other
 * sign by its number in Unicode, so that it can stand in an address as it is.
 *
 * @example findingId('far-out', 12, 4711) // → 'far-out.12.4711'
 * @example findingId('number-twice', 'A/7') // → 'number-twice.A~2f~7'
 */
export function findingId(type: FindingType, ...about: readonly (string | number)[]): string {
  const plain = (part: string | number): string =>
    String(part).replaceAll(/[^\w-]/gu, (sign) => `~${(sign.codePointAt(0) ?? 0).toString(16)}~`);
  return [type, ...about.map(plain)].join('.');
}
