import { expect, test } from '@jest/globals';
import type { FullCheck } from '../src/areas/proofs/chain-check.js';
import { FullChecks } from '../src/areas/proofs/full-checks.js';

test('the first full reading is waited for, but not until its end; afterwards the last one is there at once', async () => {
  const waiting: ((read: FullCheck | { lines: number; differing: number } | []) => void)[] = [];
  const slow = { run: () => new Promise((resolve) => waiting.push(resolve)) };
  const before: FullCheck[] = [];
  const kept: FullCheck[] = [];
  const last = { of: () => before[0], keep: (check: FullCheck) => kept.push(check) };
  const checks = new FullChecks({} as never, slow as never, last as never);
  // nothing has been read: it answers all the same
  expect(await checks.last(1)).toBeUndefined();
  expect(await checks.last(1)).toBeUndefined();
  expect(waiting).toHaveLength(1);
  // what was read before the start stands for it as long
  before.push({ organisation: 1, checkedTo: 5, lastSeal: 'w', proofs: [] });
  expect(await checks.last(1)).toMatchObject({ checkedTo: 5 });
  const found = { organisation: 1, checkedTo: 7, lastSeal: 'x', proofs: [] };
  waiting[0]?.(found);
  await new Promise(setImmediate);
  waiting[1]?.({ lines: 0, differing: 0 });
  await new Promise(setImmediate);
  waiting[2]?.([]);
  await new Promise(setImmediate);
  expect(await checks.last(1)).toMatchObject({ checkedTo: 7, at: expect.any(String) });
  expect(kept).toMatchObject([{ checkedTo: 7, at: expect.any(String) }]);
  // a further reading is not waited for at all: what was read last stands until it is done
  void checks.check(1);
  expect(await checks.last(1)).toMatchObject({ checkedTo: 7 });
});
