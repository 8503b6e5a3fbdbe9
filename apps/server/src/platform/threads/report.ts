import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../database/connection.js';
import { defineReading, type Reading, type ReadingTraits } from './task.js';

/** What a report is asked for: of which books, what of them, and which day it is there. */
export interface ReportQuestion<Books, Query> {
  readonly organisation: Books;
  readonly query: Query;
  readonly today: CivilDate;
}

/** Something that is read of an organisation's books for somebody. */
export type Report<Books, Query, Result> = Reading<ReportQuestion<Books, Query>, Result>;

/** Defines a report. @example export const trialBalance = defineReport('trialBalance', trialBalanceReport) */
export function defineReport<Books, Query, Result>(
  taskName: string,
  read: (db: Db, organisation: Books, query: Query, today: CivilDate) => Result,
  traits: ReadingTraits = {},
): Report<Books, Query, Result> {
  return defineReading(
    taskName,
    (db: Db, { organisation, query, today }: ReportQuestion<Books, Query>) => read(db, organisation, query, today),
    traits,
  );
}
