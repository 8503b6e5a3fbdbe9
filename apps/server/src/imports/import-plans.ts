import type { ImportSubject } from '@just-ledger/core';
import { planChartImport } from './chart-import-plan.js';
import { planValuesImport } from './values-import-plan.js';
import { planContactsImport } from './contacts-import-plan.js';
import { planRatesImport } from './rates-import-plan.js';
import type { PlanImport } from './import-plan.js';

/** How each subject is compared with the books; the same for a dry run and for the import itself. */
export const IMPORT_PLANS: Readonly<Record<ImportSubject, PlanImport>> = {
  chart: planChartImport,
  contacts: planContactsImport,
  'breakdown-values': planValuesImport,
  rates: planRatesImport,
};
