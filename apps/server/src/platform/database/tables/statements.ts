import type { Arrangement } from '@just-ledger/core';
import { json, moment, table, version } from '../columns.js';
import { organisationColumn } from './organisations.js';
import { personColumn } from './people.js';

/** How an organisation arranges its statements. One that never did has none. */
export const arrangement = table('arrangement', {
  organisation: organisationColumn().primaryKey(),
  /** The parts of the balance sheet in their order. */
  order: json<Arrangement['order']>('part_order').notNull(),
  parts: json<Arrangement['parts']>('parts').notNull(),
  words: json<Arrangement['words']>('words').notNull(),
  changedBy: personColumn('changed_by'),
  updatedAt: moment('updated_at').notNull(),
  version: version(),
});
