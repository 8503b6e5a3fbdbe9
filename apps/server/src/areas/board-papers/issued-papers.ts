import type { IssuedPapersResponse } from '@just-ledger/contract';
import { and, desc, eq, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { attachment, issuedPapers, person } from '../../platform/database/schema.js';
import { messagesOfPapers } from '../../platform/outbox/outbox-store.js';
import { notFound } from '../../platform/problems/refusal.js';

/** The papers that were issued, the latest first. @param which all if left out */
export function issuedOf(db: Db, organisation: number, which?: SQL): IssuedPapersResponse[] {
  const sent = messagesOfPapers(db, organisation);
  return db
    .select({
      place: issuedPapers.place,
      name: issuedPapers.name,
      attachment: issuedPapers.attachment,
      entries: issuedPapers.entries,
      seal: issuedPapers.seal,
      issuedAt: issuedPapers.issuedAt,
      by: person.name,
      sha256: attachment.sha256,
      bytes: attachment.bytes,
      dueOn: issuedPapers.dueOn,
    })
    .from(issuedPapers)
    .innerJoin(
      attachment,
      and(eq(attachment.organisation, issuedPapers.organisation), eq(attachment.id, issuedPapers.attachment)),
    )
    .innerJoin(person, eq(person.id, issuedPapers.issuedBy))
    .where(and(eq(issuedPapers.organisation, organisation), which))
    .orderBy(desc(issuedPapers.place))
    .all()
    .map((row) => {
      const messages = sent.get(row.attachment) ?? [];
      return { ...row, sent: messages, version: messages.at(-1)?.message ?? 0 };
    });
}

/** Papers that were issued, by their place. @throws {Refusal} 404 */
export function issuedAt(db: Db, organisation: number, index: number): IssuedPapersResponse {
  const [row] = issuedOf(db, organisation, eq(issuedPapers.place, index));
  if (!row) throw notFound('issued papers');
  return row;
}
