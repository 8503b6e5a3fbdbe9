import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './ready.mjs';

/** Draws the floors of the house as the checker of their order sees them, into docs/architecture.md. */
const FILE = join(root, 'docs/architecture.md');
const FLOORS =
  '^(packages/[^/]+/src|apps/server/src/(platform|areas|composition)|apps/web/src/(app|features|ui|api))';
const layers = ['packages/core/src', 'packages/contract/src', 'apps/server/src', 'apps/web/src'];
const drawn = execFileSync(
  process.execPath,
  [
    join(root, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs'),
    ...['--config', '.dependency-cruiser.js', '--output-type', 'mermaid'],
    ...[
      '--include-only',
      '^(packages|apps)/[^/]+/src',
      '--exclude',
      'apps/[^/]+/src/[^/]+\\.tsx?$',
      '--collapse',
      FLOORS,
    ],
    ...layers,
  ],
  { cwd: root, encoding: 'utf8' },
);
const text = readFileSync(FILE, 'utf8');
const marked = /(<!-- drawn by npm run picture -->\n)[\s\S]*?(<!-- end -->)/;
if (!marked.test(text)) throw new Error(`${FILE} has no place for the picture`);
writeFileSync(FILE, text.replace(marked, `$1\n\`\`\`mermaid\n${drawn.trim()}\n\`\`\`\n\n$2`));
