import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../dist/main.js', import.meta.url));

test('the bench measures every question and proves the books it measured, whatever its times', () => {
  const said = execFileSync(process.execPath, [MAIN, '--lines=2000', '--import=500'], { encoding: 'utf8' });
  for (const question of ['trial balance', 'income statement', 'statement of changes in equity', 'balance sheet']) {
    expect(
      said.match(new RegExp(`^${question}( [a-z ]+)? +[\\d.e+-]+ +[\\d.e+-]+ +[\\d.e+-]+ +[\\d.e+-]+$`, 'gm')),
    ).toHaveLength(2);
  }
  expect(said).toMatch(/^month end: R, .* ms; J, .* ms$/m);
  expect(said).toMatch(/^mid-month: R, .* ms; J, .* ms$/m);
  expect(said).toMatch(/page in the middle of the largest account/);
  expect(said).toMatch(/bulk import of 500 lines .*\d/);
  expect(said.match(/trial balance, .* to that of the smaller books .*\d/g)).toHaveLength(2);
  expect(said).toMatch(/^posting with all guarantees, to a bare durable insert +[\d.e+-]+ +solid/m);
  expect(said).toMatch(/^ +posting with all guarantees, to its rows without any +[\d.e+-]+$/m);
  expect(said).toMatch(/rows of a posting without any guarantee, to the same +[\d.e+-]+$/m);
  expect(said).toMatch(/proved: [\d,]+ entries imported, seals and totals agree with 2,\d{3} lines/);
});
