import { defineReport } from '../../platform/threads/report.js';
import { changesReport } from './changes-report.js';
import { trialBalanceReport } from './trial-balance-report.js';
import { worksheetReport } from './worksheet-report.js';

/** The trial balance at a date. */
export const trialBalance = defineReport('trialBalance', trialBalanceReport, { isOfBooksAlone: true });

/** What changed in some days since a moment. */
export const changesSince = defineReport('changesSince', changesReport);

/** The worksheet at a date. */
export const worksheetAt = defineReport('worksheetAt', worksheetReport, { isOfBooksAlone: true });
