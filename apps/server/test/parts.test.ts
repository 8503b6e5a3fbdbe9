import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const set = (path: string): string => fileURLToPath(new URL(`../../../${path}`, import.meta.url));
const { isFree } = (await import(set('set-up/parts.mjs'))) as { isFree: (licence: string) => boolean };

test.each([
  ['MIT', true],
  ['(MIT OR GPL-3.0-or-later)', true],
  ['MIT or MPL-2.0', true],
  ['MIT AND ISC AND BSD-3-Clause', true],
  ['(MIT AND GPL-2.0-only)', false],
  ['GPL-3.0-or-later', false],
  ['UNLICENSED', false],
  ['', false],
])('whether one may be content with %s: %s', (licence, may) => {
  expect(isFree(licence)).toBe(may);
});

test('the build says what the program is made of, and under which licences', () => {
  const { components, bomFormat } = JSON.parse(readFileSync(set('dist/parts.cdx.json'), 'utf8'));
  const licences = readFileSync(set('dist/licences.txt'), 'utf8').trim().split('\n');
  expect(bomFormat).toBe('CycloneDX');
  const { dependencies } = JSON.parse(readFileSync(set('apps/server/package.json'), 'utf8'));
  for (const name of Object.keys(dependencies).filter((name) => !name.startsWith('@just-ledger/'))) {
    expect([name, components.some((part: { name: string }) => part.name === name)]).toEqual([name, true]);
    expect([name, licences.some((line) => line.startsWith(`${name} `))]).toEqual([name, true]);
  }
});
