import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { runReviewTrial } from '../src/review-trials.js';
import { PLANTED, runSlipTrials } from '../src/slip-trials.js';

const MAIN = fileURLToPath(new URL('../dist/main.js', import.meta.url));

test('the bench measures every question and proves the books it measured, whatever its times', () => {
  const said = execFileSync(process.execPath, [MAIN, '--lines=2000', '--import=500', '--trials=20', '--seconds=2'], {
    encoding: 'utf8',
  });
  for (const question of ['trial balance', 'income statement', 'statement of changes in equity', 'balance sheet']) {
    // first, after a posting and again, to the one plain sum and to the other
    expect(said.match(new RegExp(`^${question}( [a-z ]+)?( +[\\d.e+-]+){6}$`, 'gm'))).toHaveLength(2);
  }
  expect(said).toMatch(/^month end: R, .* ms; J, .* ms$/m);
  expect(said).toMatch(/^mid-month: R, .* ms; J, .* ms$/m);
  expect(
    said.match(/^ {2}(income|statement of|balance).*, .* +[\d.e+-]+(, to its plain query [\d.e+-]+)?$/gm),
  ).toHaveLength(15);
  expect(said).toMatch(/page in the middle of the largest account/);
  expect(said).toMatch(/bulk import of 500 lines .*\d/);
  expect(said.match(/trial balance, .* to that of the smaller books .*\d/g)).toHaveLength(2);
  expect(said).toMatch(/^posting with all guarantees, to a bare durable insert +[\d.e+-]+ +solid/m);
  expect(said).toMatch(/^ +posting with all guarantees, to its rows without any +[\d.e+-]+$/m);
  expect(said).toMatch(/rows of a posting without any guarantee, to the same +[\d.e+-]+$/m);
  expect(
    said.match(
      /^(missing|duplicate|surplus|wrong-side|transposition|slide) among \d+ lines +1\.000 +[\d.]+ +[\d.]+$/gm,
    ),
  ).toHaveLength(24);
  // every address of the API that can be asked for, each with what it answered
  const asked = said.split('\n').filter((text) => /^\| `(\/api|…)/.test(text));
  expect(asked.length).toBeGreaterThan(45);
  expect(asked.filter((text) => /` [45]\d\d /.test(text))).toEqual([]);
  expect(said).toMatch(/over HTTP, a trading company: 2,0\d\d lines, \d+ entries, 400 contacts; J \d+ ms;/);
  expect(said).toMatch(/^\| posting \| [\d.e+]+ \| [\d,]+ \| [\d,]+ \| [\d,]+ \|$/m);
  expect(said).toMatch(/^0 of their questions failed\./m);
  expect(said).toMatch(/proved: [\d,]+ entries imported, seals and totals agree with 2,\d{3} lines/);
});

// The goals of the take-on: what was planted is always listed; among the first three it is at least as often as three
// drawn blindly from all that fits, and in 85 of 100 sets of up to 40 lines. The seed makes the same sets each time.
test.each(PLANTED.flatMap((slip) => [10, 40].map((size) => [slip, size] as const)))(
  'a slip planted in lines is found: %s among %i',
  (slip, size) => {
    const { trials, listed, amongThree, byChance } = runSlipTrials(slip, size, 1_000, 20261126);
    expect(listed).toBe(trials);
    expect(amongThree / trials).toBeGreaterThanOrEqual(0.85);
    // an omission points to no line: its amount and side are told, whatever else would fit
    if (slip !== 'missing') expect(amongThree).toBeGreaterThanOrEqual(Math.floor(byChance));
  },
);

// The goals of the second pair of eyes: eight of ten slips are listed, beside twenty that are none at most. Invented
// ledgers; the seed makes the same ones each time.
test('ten slips planted in a year are found by the second pair of eyes', () => {
  for (const seed of [1, 2, 3, 4, 5, 6]) {
    const { planted, listed, others, entries } = runReviewTrial(seed);
    expect(planted).toHaveLength(10);
    expect(entries).toBeGreaterThan(1_500);
    expect([seed, listed.length >= 8, others.length <= 20]).toEqual([seed, true, true]);
  }
});
