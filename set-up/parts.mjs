import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';

/** Licences under which a part may be passed on with the program: they ask for no more than to be named (SPDX identifiers). */
const FREE = new Set([
  '0BSD',
  'Apache-2.0',
  'BlueOak-1.0.0',
  'BSD-2-Clause',
  'BSD-3-Clause',
  'ISC',
  'MIT',
  'MIT-0',
  'OFL-1.1',
  'Zlib',
]);

/** Parts whose package does not name the licence that lies in it. */
const READ_BY_HAND = { 'png-js@1.1.0': 'MIT' };

/**
 * Whether one may be content with a licence: of alternatives with one, of several together with each.
 *
 * @param licence an SPDX expression @example isFree('(MIT OR GPL-3.0-or-later)') // → true
 */
export function isFree(licence) {
  const alternatives = licence.replaceAll(/[()]/g, '').split(/ or /i);
  return alternatives.some((alternative) => alternative.split(/ and /i).every((name) => FREE.has(name.trim())));
}

/**
 * Writes what the program is made of: a bill of materials (CycloneDX 1.5, `parts.cdx.json`; what it is only built and tested
 * with is marked there) and the licence of each part that is passed on (`licences.txt`). Ends the process where a part may not be passed on.
 *
 * @param folder where they go
 */
export function writeParts(root, folder) {
  const options = ['sbom', '--loglevel=error', '--package-lock-only', '--sbom-format', 'cyclonedx'];
  const text = execFileSync('npm', options, {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 2 ** 28,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const { components } = JSON.parse(text);
  const parts = components.filter(({ properties }) => !properties.some(isNotPassedOn)).map(partOf);
  const others = parts.filter(({ licence }) => !isFree(licence));
  if (others.length > 0) {
    const names = others.map(({ name, licence }) => `${name} (${licence || 'no licence'})`);
    console.error(`These parts may not be passed on with the program: ${names.join(', ')}.`);
    process.exit(1);
  }
  const lines = parts.map(({ name, version, licence }) => `${name} ${version}  ${licence}`).sort();
  writeFileSync(`${folder}/licences.txt`, `${lines.join('\n')}\n`);
  writeFileSync(`${folder}/parts.cdx.json`, text);
}

/** Our own packages are marked as private, what the program is only built and tested with as being for development. */
function isNotPassedOn({ name, value }) {
  return ['cdx:npm:package:private', 'cdx:npm:package:development'].includes(name) && value === 'true';
}

function partOf({ name, version, licenses = [] }) {
  const names = licenses.map(({ license, expression }) => license?.id ?? license?.name ?? expression ?? '');
  return { name, version, licence: names.join(' AND ') || (READ_BY_HAND[`${name}@${version}`] ?? '') };
}
