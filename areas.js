/**
 * The one order of the house. In core, contract, server and web a folder may build on those before it and on none after
 * it; lint sees to it. A new area is put in its place here, once.
 */
export const FOUNDATIONS = ['keyed', 'problems', 'text-details', 'search', 'dates', 'money'];

export const AREAS = [
  'sessions',
  'audit-trail',
  'organisations',
  'people',
  'gathering',
  'accounts',
  'contacts',
  'breakdowns',
  'attachments',
  'tax-codes',
  'currencies',
  'beginning',
  'ledger',
  'books',
  'periods',
  'assets',
  'open-items',
  'account-detail',
  'journal',
  'recurring',
  'earlier-years',
  'chart',
  'findings',
  'adjustments',
  'trial-balance',
  'account-ledger',
  'tax-report',
  'statements',
  'closing',
  'kept-reports',
  'board-papers',
  'take-on',
  'proofs',
  'closing-pack',
  'auditors-file',
  'find',
  'imports',
  'archives',
  'backups',
  'overview',
];

/** The floors of the server and of the web, and what stands on the server's lowest, each from the bottom up. */
export const SERVER_FLOORS = ['platform', 'areas', 'composition'];
export const PLATFORM = [
  'problems',
  'database',
  'time-stamps',
  'derived',
  'files',
  'jobs',
  'threads',
  'sessions',
  'outbox',
];
export const WEB_FLOORS = ['api', 'ui', 'features', 'app'];
