import type { PaperRequest } from '@just-ledger/contract';
import { isPlainText } from '@just-ledger/core';
import { paperToGather } from '../../platform/database/schema.js';
import { assertVersion, notFound, unprocessable } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { papersOf } from './paper-store.js';

/** Notes what stands of a paper. */
export const keepPaper = defineCommand(
  'keepPaper',
  (
    context: WriteContext,
    { organisation, paper, request }: Actor & { paper: string; request: PaperRequest },
  ): void => {
    const papers = papersOf(context.db, organisationOf(context.db, organisation));
    const before = papers.find((candidate) => candidate.key === paper);
    if (!before) throw notFound('paper');
    assertVersion('paper', request.version, before.version);
    const note = request.note.trim();
    if (!isPlainText(note, 500)) throw unprocessable('text', 'note', 'Up to 500 characters on one line.');
    const row = { state: request.state, note };
    context.db
      .insert(paperToGather)
      .values({ organisation, paper, ...row })
      .onConflictDoUpdate({ target: [paperToGather.organisation, paperToGather.paper], set: row })
      .run();
  },
  { besideEntryFile: 'allowed' },
);
