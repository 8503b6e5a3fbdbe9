import type { PrintedQuery } from '@just-ledger/contract';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import { writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedFoot } from '../periods/printed-foot.js';
import { takeOnPack } from './take-on-pack.js';

/** The pack as a PDF, as the books stand at one moment. */
export const printedTakeOn = defineFileTask(
  'printedTakeOn',
  (db: Db, { organisation, query, today }: ReportQuestion<Organisation, PrintedQuery>): Promise<Uint8Array> => {
    const [pack, foot] = atOneMoment(
      db,
      () => [takeOnPack(db, organisation, today), printedFoot(db, organisation, today)] as const,
    );
    return writePapersPdf({ ...pack, foot, size: query.size ?? 'a4' });
  },
);
