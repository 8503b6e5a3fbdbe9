import fs from 'node:fs';
import { expect, jest, test } from '@jest/globals';
import { writePapersPdf } from '../src/platform/files/write-papers-pdf.js';

test('each font is read once, however often it changes', async () => {
  const read = jest.spyOn(fs, 'readFileSync');
  const groups = Array.from({ length: 40 }, (_, index) => ({
    rows: [
      { cells: [`${index}`, '1.00'], style: 'heading' as const },
      { cells: ['plain', '1.00'] },
      { cells: ['remark', ''], style: 'remark' as const },
    ],
  }));
  const columns = [
    { label: 'What', width: 300 },
    { label: 'Amount', width: 100, isFigure: true },
  ];
  const paper = { organisation: 'Sallow Reach', title: 'A list', dateLine: 'as at 18 January 2027', columns, groups };
  const bytes = await writePapersPdf({ title: 'A list', papers: [paper], foot: ['seal', 'day'], size: 'a4' });
  expect(bytes.length).toBeGreaterThan(1000);
  const fonts = read.mock.calls.map(([path]) => String(path)).filter((path) => path.endsWith('.woff'));
  expect(fonts.length).toBeGreaterThan(0);
  expect(fonts.length).toBe(new Set(fonts).size);
  read.mockRestore();
});
