import 'reflect-metadata';
import { expect, jest, test } from '@jest/globals';
import { parseCivilDate } from '@just-ledger/core';
import { Logger } from '@nestjs/common';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createOrganisation } from '../src/areas/beginning/beginning-commands.js';
import { OverviewController } from '../src/areas/overview/overview.controller.js';
import { openForCommands, runCommand } from '../src/composition/commands.js';
import { prepareBooks } from '../src/platform/database/migrate.js';
import { Refusal } from '../src/platform/problems/refusal.js';
import { createFirstOwner } from '../src/platform/sessions/session-commands.js';

test('books whose reading fails are said to be unreadable, books whose reading is only refused are not', async () => {
  const said = jest.spyOn(Logger.prototype, 'error').mockReturnValue(undefined);
  const folder = mkdtempSync(join(tmpdir(), 'just-ledger-overview-'));
  await prepareBooks(folder);
  const today = parseCivilDate('2026-06-01');
  const clock = { today: () => today, moment: () => `${today}T12:00:00.000Z` };
  const context = openForCommands(folder, clock);
  runCommand(context, createFirstOwner, { email: 'a@sallow-reach.test', name: 'Ada', passwordHash: '-' });
  const request = {
    name: 'Hedges',
    kind: 'company',
    baseCurrency: 'EUR',
    fiscalYearStartMonth: 1,
    firstDay: '2026-01-01',
  } as const;
  runCommand(context, createOrganisation, { person: 1, request });
  const overviewWhere = (error: Error) => {
    const readers = { run: () => Promise.reject(error) };
    return new OverviewController({ db: context.db, clock } as never, readers as never, {} as never).overview({
      id: 1,
    } as never);
  };
  const busy = new Refusal(503, []);
  await expect(overviewWhere(busy)).rejects.toBe(busy);
  expect(said).not.toHaveBeenCalled();
  expect(await overviewWhere(new Error('database disk image is malformed'))).toMatchObject([
    { organisation: 1, failure: 'These books cannot be read. Verify them.' },
  ]);
  expect(said).toHaveBeenCalledTimes(1);
  context.db.$client.close();
  rmSync(folder, { recursive: true });
});
