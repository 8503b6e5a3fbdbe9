import { parseCivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import { writePdf } from '../../platform/files/write-pdf.js';
import { defineFileTask } from '../../platform/threads/task.js';
import { takeOnPack } from './take-on-pack.js';

/** The pack as a PDF, as the books stand at one moment. */
export const writeTakeOnPack = defineFileTask(
  'writeTakeOnPack',
  (db: Db, { organisation, today }: { organisation: number; today: string }): Promise<Uint8Array> => {
    const { title, parts } = atOneMoment(db, () => takeOnPack(db, organisation, parseCivilDate(today)));
    return writePdf(title, parts);
  },
);
