import { AREAS, FOUNDATIONS, PLATFORM, SERVER_FLOORS, WEB_FLOORS } from './areas.js';

/** One rule for each folder of a layer: it reaches none of those after it. */
function upward(layer, root, order) {
  return order.slice(0, -1).map((folder, index) => ({
    name: `${layer}-${folder}-reaches-up`,
    severity: 'error',
    comment: `${folder} may build on what stands before it in areas.js, not on what stands after it`,
    from: { path: `^${root}/${folder}/` },
    to: { path: `^${root}/(${order.slice(index + 1).join('|')})/` },
  }));
}

/** Folders that the order does not know. */
function unknown(layer, root, order) {
  return {
    name: `${layer}-unknown-folder`,
    severity: 'error',
    comment: 'give this folder its place in areas.js',
    from: { path: `^${root}/`, pathNot: `^${root}/((${order.join('|')})/|[^/]+$)` },
    to: {},
  };
}

const LAYERS = [
  ['core', 'packages/core/src', [...FOUNDATIONS, ...AREAS]],
  ['contract', 'packages/contract/src', [...FOUNDATIONS, ...AREAS]],
  ['server', 'apps/server/src', SERVER_FLOORS],
  ['platform', 'apps/server/src/platform', PLATFORM],
  ['server-areas', 'apps/server/src/areas', AREAS],
  ['web', 'apps/web/src', WEB_FLOORS],
  ['web-features', 'apps/web/src/features', AREAS],
];

/** Arrows point from the interface and the server to the contract, and from there to core: types count too. */
const ACROSS = [
  ['packages/core', 'packages/contract|apps'],
  ['packages/contract', 'apps'],
  ['apps/web', 'apps/server'],
  ['apps/server', 'apps/web'],
];

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    ...LAYERS.flatMap(([layer, root, order]) => [...upward(layer, root, order), unknown(layer, root, order)]),
    {
      name: 'server-reaches-entry-points',
      severity: 'error',
      comment: 'the programs that are started stand above everything',
      from: { path: `^apps/server/src/(${SERVER_FLOORS.join('|')})/` },
      to: { path: '^apps/server/src/[^/]+$' },
    },
    ...ACROSS.map(([from, to]) => ({
      name: `${from.replace('/', '-')}-reaches-out`,
      severity: 'error',
      from: { path: `^${from}/` },
      to: { path: `^(${to})/` },
    })),
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.order.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules)/' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs'] },
  },
};
