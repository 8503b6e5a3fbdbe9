import type { Db } from '../../platform/database/connection.js';
import { defineReading } from '../../platform/threads/task.js';
import { loadChart } from '../accounts/account-store.js';
import { breakdownAnswers } from './breakdown-store.js';

/** All breakdowns with their values. */
export const breakdowns = defineReading(
  'breakdowns',
  (db: Db, { organisation }: { organisation: number }) =>
    breakdownAnswers(db, organisation, loadChart(db, organisation)),
  { isOfBooksAlone: true },
);
