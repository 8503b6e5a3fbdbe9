import { execFileSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build, install, root } from './ready.mjs';

// Writes what the tables in the code mean to existing files: the next step in apps/server/drizzle. Its name is given.
const [name] = process.argv.slice(2);
if (!name) throw new Error('Give the step a name: npm run schema -- contact-language');
install();
await build();
const server = join(root, 'apps/server');
const folder = join(server, 'drizzle');
mkdirSync(folder, { recursive: true });
const before = new Set(readdirSync(folder));
execFileSync('npx', ['drizzle-kit', 'generate', '--name', name], { cwd: server, stdio: 'inherit' });
for (const file of readdirSync(folder)) {
  if (before.has(file) || !file.endsWith('.sql')) continue;
  writeFileSync(join(folder, file), readable(readFileSync(join(folder, file), 'utf8')));
}

// What an archive of an organisation holds, as it is published.
const { ARCHIVE_SCHEMA } = await import('../packages/core/dist/index.js');
const published = join(root, 'docs/archive.schema.json');
writeFileSync(published, JSON.stringify(ARCHIVE_SCHEMA, null, 2));
execFileSync('npx', ['prettier', '--write', published], { cwd: root, stdio: 'ignore' });

/** Plain SQL, each table strict, and without a row id where its key is not a whole number. */
function readable(sql) {
  return sql
    .replaceAll('`', '')
    .replaceAll('\t', '  ')
    .replaceAll(' ON UPDATE no action', '')
    .replaceAll(' ON DELETE no action', '')
    .replaceAll('--> statement-breakpoint', '\n--> statement-breakpoint\n')
    .replace(/\n{2,}/g, '\n')
    .replace(
      /(CREATE TABLE [\s\S]*?\n\));/g,
      (_, table) => `${table} STRICT${isCounted(table) ? '' : ', WITHOUT ROWID'};`,
    );
}

function isCounted(table) {
  return /^ {2}\w+ integer PRIMARY KEY/m.test(table);
}
