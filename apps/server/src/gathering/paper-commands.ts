import type { PaperRequest } from '@just-ledger/contract';
import { isPlainText } from '@just-ledger/core';
import type { OfPerson } from '../audit-trail/record-change.js';
import { paperToGather } from '../database/schema.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { notFound, unprocessable } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';
import { papersOf } from './paper-store.js';

/** What changes the list of papers to gather. */
export const paperCommands = {
  /** Notes what stands of a paper. */
  keepPaper(
    context: WriteContext,
    { organisation, paper, request }: OfPerson & { paper: string; request: PaperRequest },
  ): void {
    const papers = papersOf(context.db, organisationOf(context.db, organisation));
    if (!papers.some((one) => one.key === paper)) throw notFound('paper');
    const note = request.note.trim();
    if (!isPlainText(note, 500)) throw unprocessable('text', 'note', 'Up to 500 characters on one line.');
    const row = { state: request.state, note };
    context.db
      .insert(paperToGather)
      .values({ organisation, paper, ...row })
      .onConflictDoUpdate({ target: [paperToGather.organisation, paperToGather.paper], set: row })
      .run();
  },
};
