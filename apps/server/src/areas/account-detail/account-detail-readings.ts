import { defineReport } from '../../platform/threads/report.js';
import { accountDetailReport } from './account-detail-report.js';

/** What lines on an account can name. */
export const accountDetail = defineReport('accountDetail', accountDetailReport, { isOfBooksAlone: true });
