const swc = (tsx) => [
  '@swc/jest',
  {
    jsc: {
      parser: { syntax: 'typescript', decorators: true, tsx },
      transform: {
        legacyDecorator: true,
        decoratorMetadata: true,
        useDefineForClassFields: false,
        react: { runtime: 'automatic' },
      },
      target: 'es2022',
      keepClassNames: true,
    },
    module: { type: 'es6' },
  },
];

const project = (displayName, folder, extra = {}) => ({
  displayName,
  rootDir: `<rootDir>/${folder}`,
  testMatch: ['<rootDir>/**/*.test.ts', '<rootDir>/**/*.test.tsx'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.ts$': swc(false), '^.+\\.tsx$': swc(true) },
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  ...extra,
});

/** One project a workspace; the servers under test are the built ones. */
export default {
  rootDir: import.meta.dirname,
  // long enough for a machine that others keep busy; nothing waits for as long as that where it works
  testTimeout: 300_000,
  // a server under test is a process of its own: two files at a time keep two cores busy
  maxWorkers: '100%',
  // what runs in the tests' own process; servers and pages under test are processes of their own
  coverageReporters: ['text-summary'],
  collectCoverageFrom: ['packages/{core,contract}/src/**/*.ts', 'apps/web/src/**/*.{ts,tsx}', '!**/*.d.ts'],
  projects: [
    project('core', 'packages/core'),
    project('contract', 'packages/contract'),
    project('server', 'apps/server', {
      // servers that files of tests share
      globalSetup: '<rootDir>/test/shared-servers.mjs',
      globalTeardown: '<rootDir>/test/end-shared-servers.mjs',
    }),
    project('web', 'apps/web', {
      setupFiles: ['<rootDir>/test/browser.ts'],
      moduleNameMapper: { '\\.module\\.css$': '<rootDir>/test/class-names.ts', '^(\\.{1,2}/.*)\\.js$': '$1' },
    }),
    project('demo', 'demo'),
    project('bench', 'bench'),
  ],
};
