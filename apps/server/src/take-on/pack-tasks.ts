import { parseCivilDate } from '@just-ledger/core';
import type { Db } from '../database/connection.js';
import { writePdf } from '../pdf/write-pdf.js';
import { takeOnPack } from './take-on-pack.js';

/** What the thread of files draws of a take-on. */
export const packTasks = {
  /** The pack as a PDF, as the books stand at one moment. */
  writeTakeOnPack(db: Db, { organisation, today }: { organisation: number; today: string }): Promise<Uint8Array> {
    const { title, parts } = db.$client.transaction(() => takeOnPack(db, organisation, parseCivilDate(today)))();
    return writePdf(title, parts);
  },
};
