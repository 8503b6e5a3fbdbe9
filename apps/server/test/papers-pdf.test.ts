import { expect, test } from '@jest/globals';
import { openFont } from '../src/platform/files/font-file.js';
import { writePapersPdf } from '../src/platform/files/write-papers-pdf.js';

test('a document has the three fonts that papers are set in, each once, and no other', async () => {
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
  const text = Buffer.from(bytes).toString('latin1');
  expect(text.match(/\/FontFile2 /g)).toHaveLength(3);
  expect(text).not.toContain('/Type1');
});

test('a font is unpacked once for all documents, into tables that are not packed', async () => {
  const font = await openFont('source-serif-4', 400);
  expect(await openFont('source-serif-4', 400)).toBe(font);
  expect(await openFont('source-serif-4', 700)).not.toBe(font);
  // OpenType 1.9, table directory: version 1.0 of a font with outlines of TrueType
  expect(font.readUInt32BE(0)).toBe(0x00010000);
});
