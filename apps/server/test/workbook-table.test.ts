import { jest } from '@jest/globals';
import { unzipSync, zipSync } from 'fflate';
import fs from 'node:fs';
import { readWorkbookTable } from '../src/areas/imports/workbook-table.js';
import { workbookOf } from './files.js';

/** The same workbook with its sheets before everything else, as some programs write it. */
async function sheetsFirst(): Promise<Uint8Array> {
  const parts = Object.entries(unzipSync(await workbookOf([['name'], ['Low Weir'], ['High Weir']], [['another']])));
  const isSheet = ([name]: [string, Uint8Array]): boolean => name.startsWith('xl/worksheets/');
  return zipSync(Object.fromEntries([...parts.filter(isSheet), ...parts.filter((part) => !isSheet(part))]));
}

test('a workbook is read in memory alone, in whatever order its parts stand', async () => {
  const bytes = await sheetsFirst();
  const written = jest.spyOn(fs, 'createWriteStream');
  expect(await readWorkbookTable(bytes, () => undefined)).toEqual({
    rows: [['name'], ['Low Weir'], ['High Weir']],
    notes: ['the first of 2 sheets'],
  });
  expect(written).not.toHaveBeenCalled();
});
