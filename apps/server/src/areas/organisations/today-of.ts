import type { CivilDate } from '@just-ledger/core';
import type { Clock } from '../../platform/database/clock.js';
import type { Db } from '../../platform/database/connection.js';
import { organisationOf } from './organisation-store.js';

/** What day it is today where an organisation is. @throws {Refusal} 404 */
export function todayOf({ db, clock }: { readonly db: Db; readonly clock: Clock }, organisation: number): CivilDate {
  return clock.today(organisationOf(db, organisation).timeZone);
}
