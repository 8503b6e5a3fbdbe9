import { type ImportSubject, keyedBy, SET_UP_FILES, TRAY_SUBJECTS, trayOfSubject } from '@just-ledger/core';
import { planChartImport } from './chart-import-plan.js';
import { planContactsImport } from './contacts-import-plan.js';
import { planEntriesImport } from './entries-import-plan.js';
import type { PlanImport } from './import-plan.js';
import { planRatesImport } from './rates-import-plan.js';
import { planTrayImport } from './tray-import-plan.js';
import { planValuesImport } from './values-import-plan.js';

const SET_UP_PLANS: Readonly<Record<keyof typeof SET_UP_FILES, PlanImport>> = {
  chart: planChartImport,
  contacts: planContactsImport,
  'breakdown-values': planValuesImport,
  rates: planRatesImport,
};

/** How each subject is compared with the books; the same for a dry run and for the import itself. */
export const IMPORT_PLANS: Readonly<Record<ImportSubject, PlanImport>> = {
  ...SET_UP_PLANS,
  entries: planEntriesImport,
  ...keyedBy(TRAY_SUBJECTS, (subject) => planTrayImport(trayOfSubject(subject))),
};
