import { defineReport } from '../../platform/threads/report.js';
import { trialBalanceReport } from './trial-balance-report.js';

/** The trial balance at a date. */
export const trialBalance = defineReport('trialBalance', trialBalanceReport);
