// The tables, in the order in which they build on each other. `npm run schema` writes what a change of theirs means to

export * from './tables/chart.js';
export * from './tables/journal.js';
export * from './tables/organisations.js';
export * from './tables/people.js';
export * from './tables/periods.js';
export * from './tables/take-on.js';
