import { adjustmentsRoute } from '../features/adjustments/route.js';
import { accountRoute } from '../features/account-ledger/route.js';
import { papersRoute } from '../features/attachments/routes.js';
import { auditorsFileRoute } from '../features/auditors-file/route.js';
import { boardPapersRoute } from '../features/board-papers/route.js';
import { chartRoute } from '../features/accounts/route.js';
import { changesRoute } from '../features/audit-trail/route.js';
import { breakdownsRoute } from '../features/breakdowns/route.js';
import { proofsRoute } from '../features/proofs/route.js';
import { monthsRoute, yearEndRoute } from '../features/closing/routes.js';
import { contactsRoute } from '../features/contacts/route.js';
import { currenciesRoute } from '../features/currencies/route.js';
import { findingsRoute } from '../features/findings/route.js';
import { gatherRoute } from '../features/gathering/route.js';
import { filesRoute } from '../features/imports/route.js';
import { draftsRoute, entryRoute, journalRoute } from '../features/journal/routes.js';
import { agedRoute, contactRoute } from '../features/open-items/routes.js';
import { keptReportsRoute } from '../features/kept-reports/route.js';
import { peopleRoute } from '../features/people/route.js';
import { recurringRoute } from '../features/recurring/route.js';
import { statementRoutes } from '../features/statements/routes.js';
import { benchRoute } from '../features/take-on/route.js';
import { taxCodesRoute } from '../features/tax-codes/route.js';
import { taxReportRoute } from '../features/tax-report/route.js';
import { changedSinceRoute, trialBalanceRoute } from '../features/trial-balance/route.js';
import type { ScreenRoute, StageKey } from '../ui/screen-route.js';

const organisationRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'organisation',
  label: 'Organisation',
  lazy: () => import('./organisation-screen.js'),
  isWhole: true,
};

/** Every screen, in the order in which the screens of a stage stand. */
export const SCREENS: readonly ScreenRoute[] = [
  chartRoute,
  breakdownsRoute,
  contactsRoute,
  taxCodesRoute,
  currenciesRoute,
  organisationRoute,
  peopleRoute,
  filesRoute,
  gatherRoute,
  changesRoute,
  benchRoute,
  journalRoute,
  entryRoute,
  draftsRoute,
  papersRoute,
  recurringRoute,
  trialBalanceRoute,
  accountRoute,
  agedRoute,
  contactRoute,
  findingsRoute,
  adjustmentsRoute,
  proofsRoute,
  changedSinceRoute,
  monthsRoute,
  yearEndRoute,
  ...statementRoutes,
  keptReportsRoute,
  boardPapersRoute,
  auditorsFileRoute,
  taxReportRoute,
];

/** The stages of the work, in their order. */
export const STAGES: readonly { readonly key: StageKey; readonly label: string }[] = [
  { key: 'prepare', label: 'Prepare' },
  { key: 'take-on', label: 'Take on' },
  { key: 'record', label: 'Record' },
  { key: 'check', label: 'Check' },
  { key: 'close', label: 'Close' },
  { key: 'report', label: 'Report' },
];

const BY_PATH = new Map(SCREENS.map((screen) => [screen.path, screen]));

/** The screen of an address; nothing for one that there is not. */
export function screenAt(path: string | undefined): ScreenRoute | undefined {
  return BY_PATH.get(path ?? '');
}

/** The screens of a stage, in their order. */
export function screensOf(stage: string): ScreenRoute[] {
  return SCREENS.filter((screen) => screen.stage === stage);
}
