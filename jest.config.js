const swc = [
  '@swc/jest',
  {
    jsc: {
      parser: { syntax: 'typescript', decorators: true },
      transform: { legacyDecorator: true, decoratorMetadata: true, useDefineForClassFields: false },
      target: 'es2022',
      keepClassNames: true,
    },
    module: { type: 'es6' },
  },
];

const project = (displayName, folder, extra = {}) => ({
  displayName,
  rootDir: `<rootDir>/${folder}`,
  testMatch: ['<rootDir>/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: { '^.+\\.ts$': swc },
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  ...extra,
});

/** One project a workspace; the servers under test are the built ones. */
export default {
  rootDir: import.meta.dirname,
  testTimeout: 120_000,
  projects: [
    project('core', 'packages/core'),
    project('contract', 'packages/contract'),
    project('server', 'apps/server'),
    project('web', 'apps/web'),
    project('demo', 'demo'),
    project('bench', 'bench'),
  ],
};
