import { FINDING_STATES } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, integer, primaryKey, text } from 'drizzle-orm/sqlite-core';
import { moment, oneOf, table } from '../columns.js';
import { organisationColumn } from './organisations.js';
import { personColumn } from './people.js';

/** What people said of findings, in its order: the last of each finding counts. */
export const findingEvent = table(
  'finding_event',
  {
    organisation: organisationColumn(),
    place: integer('place').notNull(),
    /** The id of the finding. */
    finding: text('finding').notNull(),
    state: oneOf('state', FINDING_STATES).notNull(),
    reason: text('reason'),
    /** What it rested on when it was looked at: one that rests on something else since is open again. */
    evidence: text('evidence'),
    at: moment('at').notNull(),
    by: personColumn('by'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.place] }),
    check('finding_event_place', sql`${self.place} > 0`),
    check('finding_event_reason', sql`${self.state} = 'open' OR ${self.reason} IS NOT NULL`),
  ],
);
