import type { Account, AccountId } from '../accounts/account.js';
import type { Side } from '../accounts/element.js';
import type { Chart } from '../accounts/chart.js';
import type { CivilDate } from '../dates/civil-date.js';
import type { Minor } from '../money/minor.js';

/** What a review is made of, besides the entries themselves. */
export interface ReviewBasis {
  readonly chart: Chart;
  /** The days that are reviewed. */
  readonly from: CivilDate;
  readonly to: CivilDate;
  /** A month is over once this day has come: what it lacks until then may still be written. The last day if left out. */
  readonly today?: CivilDate | undefined;
  /** The first day of these books: before it nothing is missed. */
  readonly firstDay: CivilDate;
  /** What accounts stood at on a date, closing entries left out; minor units, debit positive; temporary ones in their year. */
  readonly balancesAt: (date: CivilDate) => ReadonlyMap<AccountId, Minor>;
}

/** An amount on an account, with its entry. */
export interface ReviewedAmount {
  readonly account: Account;
  readonly side: Side;
  /** Minor units, positive. */
  readonly amount: Minor;
  readonly place: number;
  readonly number: string;
  readonly date: CivilDate;
  /** Whether somebody wrote it in the days that are reviewed: what comes by itself, or came before, is history. */
  readonly isAsked: boolean;
}
