import type { IssuedPapersResponse } from '@just-ledger/contract';
import { and, desc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { attachment, issuedPapers, person } from '../../platform/database/schema.js';

/** The papers that were issued, the latest first. */
export function issuedOf(db: Db, organisation: number): IssuedPapersResponse[] {
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
    })
    .from(issuedPapers)
    .innerJoin(
      attachment,
      and(eq(attachment.organisation, issuedPapers.organisation), eq(attachment.id, issuedPapers.attachment)),
    )
    .innerJoin(person, eq(person.id, issuedPapers.issuedBy))
    .where(eq(issuedPapers.organisation, organisation))
    .orderBy(desc(issuedPapers.place))
    .all();
}
