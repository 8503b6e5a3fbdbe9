import { createRequire } from 'node:module';
import { dirname } from 'node:path';

const require = createRequire(import.meta.url);

/**
 * The folder of a package, ours or another's: it is the same wherever the build puts what asks for it.
 *
 * @example packageFolder('@just-ledger/web') // → '/srv/just-ledger/apps/web'
 */
export function packageFolder(name: string): string {
  return dirname(require.resolve(`${name}/package.json`));
}
