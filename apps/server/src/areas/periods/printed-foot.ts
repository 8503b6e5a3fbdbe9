import { type CivilDate, longDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { chainEnd } from './period-store.js';

/** What stands at the foot of each printed page: the last seal of the books that it is drawn of, and the day. */
export function printedFoot(db: Db, organisation: Organisation, today: CivilDate): readonly string[] {
  const end = chainEnd(db, organisation.id);
  const seal = `Seal ${end.seal.slice(0, 16).replaceAll(/(.{4})(?=.)/g, '$1 ')}`;
  return [end.entries === 0 ? 'Nothing posted yet' : seal, `Drawn on ${longDate(today)}`];
}
