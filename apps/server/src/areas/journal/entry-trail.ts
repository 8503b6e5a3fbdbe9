import type { EntryEventResponse } from '@just-ledger/contract';
import type { Db } from '../../platform/database/connection.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { paperEventsOf } from '../attachments/paper-events.js';
import { personName } from './draft-content.js';
import { eventsBehind } from './draft-history.js';
import { entryRowOf } from './entry-store.js';
import { historyOf } from './reversal-plans.js';

/** What happened to an entry: to the draft it was before, then to its papers, and what was planned for its reversal. */
export const entryTrail = defineReport(
  'entryTrail',
  (db: Db, organisation: Organisation, number: string): EntryEventResponse[] => {
    const row = entryRowOf(db, organisation.id, number);
    const plans = historyOf(db, organisation.id, row.place);
    return [
      ...eventsBehind(db, organisation.id, number),
      ...paperEventsOf(db, organisation.id, row.place, row.postedAt),
      ...plans.map(({ date, reason, at, by }) => ({
        what: date ? ('reversal-planned' as const) : ('reversal-given-up' as const),
        text: date ?? reason,
        at,
        by: personName(db, by),
      })),
    ];
  },
);
