import type { ProfitSharingResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  dayBefore,
  fiscalYearOf,
  formatAmount,
  negated,
  type ProfitSharing,
  type ResultRule,
  sharingOn,
  sumByAccount,
  yearlyGifts,
  versionOf,
} from '@just-ledger/core';
import { asc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { profitSharing } from '../../platform/database/schema.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadChart } from '../accounts/account-store.js';
import { flowsBetween } from '../ledger/flow-store.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** How the partners of some books share the result, the earliest agreement first. */
export function profitSharings(db: Db, organisation: number): readonly ProfitSharing[] {
  return keptUntilCommit(db, `profit sharings ${organisation}`, () =>
    db
      .select()
      .from(profitSharing)
      .where(eq(profitSharing.organisation, organisation))
      .orderBy(asc(profitSharing.fromDay))
      .all()
      .map(({ fromDay, interest, partners }) => ({ from: fromDay, interest, partners })),
  );
}

/**
 * Who takes the result of a span by what partners agreed, with what each is given of a whole year first; undefined where
 * nothing was agreed.
 */
export function agreedRules(db: Db, organisation: Organisation, first: CivilDate): readonly ResultRule[] | undefined {
  const sharing =
    organisation.kind === 'partnership' ? sharingOn(profitSharings(db, organisation.id), first) : undefined;
  if (!sharing) return undefined;
  const year = fiscalYearOf(organisation.calendar, first);
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  const capitals = sumByAccount(flowsBetween(db, view, undefined, dayBefore(year.first)));
  const gifts = yearlyGifts(sharing, new Map([...capitals].map(([account, amount]) => [account, negated(amount)])));
  return sharing.partners.map(({ account, weight }) => {
    const yearly = gifts.get(account);
    return { account, share: weight, ...(yearly && { yearly }) };
  });
}

/** The version of what was agreed from a day; 0 where nothing was. */
export function versionOfSharing(sharing: ProfitSharing | undefined): number {
  return versionOf(sharing && { ...sharing, partners: sharing.partners.map((partner) => ({ ...partner })) });
}

/** How partners share the result, as it goes over the wire. */
export const sharingsOf = defineReport(
  'sharingsOf',
  (db: Db, organisation: Organisation): ProfitSharingResponse[] => {
    const chart = loadChart(db, organisation.id);
    return profitSharings(db, organisation.id).map(({ from, interest, partners }) => ({
      from,
      interest,
      version: versionOfSharing({ from, interest, partners }),
      partners: partners.map(({ account, salary, weight }) => ({
        account: chart.byId.get(account)?.number ?? '',
        name: chart.byId.get(account)?.name ?? '',
        salary: formatAmount(salary, organisation.baseCurrency),
        weight,
      })),
    }));
  },
);
