import type { ArrangementRequest } from '@just-ledger/contract';
import { eq } from 'drizzle-orm';
import { arrangement } from '../../platform/database/schema.js';
import { assertVersion } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { recordChange } from '../audit-trail/record-change.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { arrangementParticulars } from './arrangement-answers.js';
import { askedArrangement } from './arrangement-asked.js';
import { arrangementOf, keptArrangement } from './arrangement-store.js';

/** Puts an arrangement in the place of the one before. */
export const arrangeStatements = defineCommand(
  'arrangeStatements',
  (
    context: WriteContext,
    { organisation, person, request }: Actor & { readonly request: ArrangementRequest },
  ): void => {
    const { db } = context;
    const chart = loadChart(db, organisation);
    assertVersion('arrangement', request.version, keptArrangement(db, organisation)?.version ?? 0);
    const after = askedArrangement(chart, organisationOf(db, organisation).kind, request);
    recordChange(context, {
      organisation,
      person,
      subject: 'arrangement',
      object: organisation,
      title: 'Statements',
      before: arrangementParticulars(chart, arrangementOf(db, organisation)),
      after: arrangementParticulars(chart, after),
    });
    const row = { ...after, changedBy: person, updatedAt: context.clock.moment(), version: request.version + 1 };
    if (request.version === 0)
      db.insert(arrangement)
        .values({ organisation, ...row })
        .run();
    else db.update(arrangement).set(row).where(eq(arrangement.organisation, organisation)).run();
  },
  { besideEntryFile: 'allowed' },
);
