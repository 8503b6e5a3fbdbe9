import type { BoardPapersResponse, IssuedPapersResponse } from '@just-ledger/contract';
import { asc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { boardPapers } from '../../platform/database/schema.js';
import { defineReading } from '../../platform/threads/task.js';
import { issuedOf } from './issued-papers.js';
import { sendingsOf } from './papers-sending-store.js';

/** The board papers of an organisation, by name. */
export const everyBoardPapers = defineReading(
  'everyBoardPapers',
  (db: Db, { organisation }: { readonly organisation: number }): BoardPapersResponse[] => {
    const sendings = sendingsOf(db, organisation);
    return db
      .select()
      .from(boardPapers)
      .where(eq(boardPapers.organisation, organisation))
      .orderBy(asc(boardPapers.name))
      .all()
      .map(({ id, name, subtitle, reports, isSigned, version }) => ({
        id,
        name,
        subtitle,
        reports,
        signed: isSigned,
        version,
        sending: sendings.get(id) ?? null,
      }));
  },
);

/** The papers that were issued, the latest first. */
export const everyIssuedPapers = defineReading(
  'everyIssuedPapers',
  (db: Db, { organisation }: { readonly organisation: number }): IssuedPapersResponse[] => issuedOf(db, organisation),
);
