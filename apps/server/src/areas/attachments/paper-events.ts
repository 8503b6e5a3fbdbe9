import type { EntryEventResponse } from '@just-ledger/contract';
import { and, asc, eq } from 'drizzle-orm';
import { alias } from 'drizzle-orm/sqlite-core';
import type { Db } from '../../platform/database/connection.js';
import { attachment, entryAttachment, person } from '../../platform/database/schema.js';

/** What became of the papers of an entry since it was posted: attached later, taken off. */
export function paperEventsOf(db: Db, organisation: number, entry: number, postedAt: string): EntryEventResponse[] {
  const remover = alias(person, 'remover');
  const rows = db
    .select({ paper: entryAttachment, name: attachment.name, by: person.name, removedBy: remover.name })
    .from(entryAttachment)
    .innerJoin(
      attachment,
      and(eq(attachment.organisation, entryAttachment.organisation), eq(attachment.id, entryAttachment.attachment)),
    )
    .leftJoin(person, eq(person.id, entryAttachment.by))
    .leftJoin(remover, eq(remover.id, entryAttachment.removedBy))
    .where(and(eq(entryAttachment.organisation, organisation), eq(entryAttachment.entry, entry)))
    .orderBy(asc(entryAttachment.place))
    .all();
  return rows
    .flatMap(({ paper, name, by, removedBy }): EntryEventResponse[] => [
      // those that came with it bear its own moment
      ...(paper.at !== postedAt ? [{ what: 'paper-attached' as const, text: name, at: paper.at, by: by ?? '' }] : []),
      ...(paper.removedAt
        ? [
            {
              what: 'paper-taken-off' as const,
              text: `${name}: ${paper.reason ?? ''}`,
              at: paper.removedAt,
              by: removedBy ?? '',
            },
          ]
        : []),
    ])
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
}
