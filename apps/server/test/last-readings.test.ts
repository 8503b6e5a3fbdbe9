import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Reader } from '../src/platform/threads/threads.module.js';
import { RunningServer } from './running-server.js';

/** The server’s own part, on the data folder of a server that has ended. */
async function readingsIn(folder: string) {
  process.env['JUST_LEDGER_DATA'] = folder;
  const { openForReading } = await import('../src/platform/database/connection.js');
  const { LastReadings } = await import('../src/areas/proofs/last-readings.js');
  return new LastReadings({ db: openForReading(folder) } as Reader);
}

test('what was read last stands over a restart, for as long as the chain goes on from there', async () => {
  const server = await RunningServer.start();
  const path = await server.organisation();
  for (let day = 1; day <= 3; day += 1)
    await server.done('POST', `${path}/entries`, {
      date: `2026-02-0${day}`,
      explanation: 'Eggs',
      lines: [
        { account: '1010', debit: '2.00' },
        { account: '4000', credit: '2.00' },
      ],
    });
  const organisation = Number(path.split('/').at(-1));
  await server.done('POST', `${path}/proofs/check?asAt=2026-02-28`);
  await server.stop(true);

  const readings = await readingsIn(server.folder);
  expect(readings.of(organisation)).toMatchObject({ organisation, checkedTo: 3, isFromBefore: true });
  expect(readings.of(organisation + 1)).toBeUndefined();

  // of other books in its place nothing is said
  const file = join(server.folder, 'last-readings.json');
  const kept = JSON.parse(readFileSync(file, 'utf8')).map((check: object) => ({
    ...check,
    lastSeal: '0'.repeat(64),
  }));
  writeFileSync(file, JSON.stringify(kept));
  expect((await readingsIn(server.folder)).of(organisation)).toBeUndefined();
  // nor of a file that nobody can read
  writeFileSync(file, '{');
  expect((await readingsIn(server.folder)).of(organisation)).toBeUndefined();

  const again = await RunningServer.start({ folder: server.folder });
  const { proofs } = await again.done('GET', `${path}/proofs?asAt=2026-02-28`);
  expect(proofs.every(({ holds }: { holds: boolean }) => holds)).toBe(true);
  await again.stop();
});
