// The tables. `npm run schema` writes what a change of theirs means to existing files as the next step in drizzle/; what
// else holds of them stands in guarantees/.
export * from './tables/attachments.js';
export * from './tables/board-papers.js';
export * from './tables/chart.js';
export * from './tables/findings.js';
export * from './tables/journal.js';
export * from './tables/kept-reports.js';
export * from './tables/organisations.js';
export * from './tables/outbox.js';
export * from './tables/people.js';
export * from './tables/periods.js';
export * from './tables/recurring.js';
export * from './tables/statements.js';
export * from './tables/take-on.js';
export * from './tables/tax-report.js';
