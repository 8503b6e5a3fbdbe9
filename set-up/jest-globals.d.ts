import type * as jestGlobals from '@jest/globals';

/** What Jest puts into every test file, for the type check of the tests. */
declare global {
  const describe: typeof jestGlobals.describe;
  const test: typeof jestGlobals.test;
  const expect: typeof jestGlobals.expect;
  const beforeAll: typeof jestGlobals.beforeAll;
  const beforeEach: typeof jestGlobals.beforeEach;
  const afterAll: typeof jestGlobals.afterAll;
  const afterEach: typeof jestGlobals.afterEach;
}
