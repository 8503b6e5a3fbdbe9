import { expect, test } from '@jest/globals';
import { columnsFor } from '../src/platform/files/list-widths.js';
import type { ListPaper } from '../src/platform/files/list-pages.js';
import { writePapersPdf } from '../src/platform/files/write-papers-pdf.js';
import { readPdf } from './written-files.js';

const columns = [
  { label: 'What', width: 300 },
  { label: 'Amount', width: 100, isFigure: true },
];
const listOf = (groups: ListPaper['groups'], more: Partial<ListPaper> = {}): ListPaper => ({
  organisation: 'Sallow Reach',
  title: 'A list',
  dateLine: 'as at 18 January 2027',
  columns,
  groups,
  ...more,
});
const written = (paper: ListPaper): Promise<Uint8Array> =>
  writePapersPdf({ title: paper.title, papers: [paper], foot: ['seal', 'day'], size: 'a4' });
const rowsOf = (count: number): ListPaper['groups'] =>
  Array.from({ length: count }, (_, index) => ({ rows: [{ cells: [`row ${index}`, '1.00'] }] }));

test('a document has the three fonts that papers are set in, each once, and no other', async () => {
  const groups = Array.from({ length: 40 }, (_, index) => ({
    rows: [
      { cells: [`${index}`, '1.00'], style: 'heading' as const },
      { cells: ['plain', '1.00'] },
      { cells: ['remark', ''], style: 'remark' as const },
    ],
  }));
  const text = Buffer.from(await written(listOf(groups))).toString('latin1');
  expect(text.match(/\/FontFile2 /g)).toHaveLength(3);
  expect(text).not.toContain('/Type1');
});

// the languages of the European Union and of Iceland, Norway, Serbia, Türkiye, Ukraine and Viet Nam, each in its own name
test.each([
  'български čeština dansk Deutsch ελληνικά eesti Gaeilge hrvatski íslenska latviešu lietuvių magyar Malti',
  'français português română slovenčina slovenščina suomi svenska norsk español polski Łódź Żółć',
  'српски Türkçe Iğdır ŞİŞLİ українська ґанок Tiếng Việt Nguyễn – “quoted” ‘single’ … € £ ₺ ₴ ½ × №',
])('every letter of %s is drawn, in each of the three fonts', async (said) => {
  const styles = [undefined, 'remark', 'heading'] as const;
  const pdf = await written(
    listOf([{ rows: styles.map((style) => ({ cells: [said, ''], ...(style && { style }) })) }]),
  );
  const { pages, missing } = await readPdf(pdf);
  expect(missing).toBe(0);
  expect(pages.join('').replaceAll(/\s+/g, '').split(said.replaceAll(/\s+/g, ''))).toHaveLength(styles.length + 1);
});

test('a letter that no font has is told as missing', async () => {
  expect((await readPdf(await written(listOf([{ rows: [{ cells: ['日本', ''] }] }])))).missing).toBeGreaterThan(0);
});

test('what is said before the columns goes on with the next page, where the columns begin', async () => {
  const facts = Array.from({ length: 90 }, (_, index) => [`fact ${index}`, 'true'] as const);
  const { pages } = await readPdf(await written(listOf(rowsOf(2), { facts })));
  expect(pages).toHaveLength(2);
  expect(pages[0]).toMatch(/A list.*fact 0 true/);
  expect(pages[0]).not.toContain('Amount');
  expect(pages[1]).toMatch(/Sallow Reach, A list, as at 18 January 2027.*fact 89 true.*What Amount.*row 1 1.00/);
});

test.each([
  [20, 1],
  [58, 2],
])('people sign under the last of %d rows, on page %d', async (count, page) => {
  const { pages } = await readPdf(await written(listOf(rowsOf(count), { signedBy: ['Prepared', 'Checked'] })));
  expect(pages.map((text) => text.includes('Prepared Checked'))).toEqual(
    Array.from({ length: page }, (_, index) => index + 1 === page),
  );
});

test.each<[string, number[], string[], number[]]>([
  ['columns that have room enough are as wide as their texts', [0, 1], ['Bramley Walk', '1,250.00'], [70, 45]],
  ['the longest gives way', [0, 0, 1], ['x'.repeat(200), 'Bramley Walk', '1,250.00'], [404, 70, 45]],
  [
    'several that are too long share what is left',
    [0, 0, 1],
    ['x'.repeat(200), 'y'.repeat(90), '1.00'],
    [246, 246, 26],
  ],
])('%s', (_, kinds, row, widths) => {
  const given = kinds.map((isFigure) => ({ label: 'A', isFigure: isFigure === 1 }));
  expect(columnsFor(given, [row]).map(({ width }) => Math.round(width))).toEqual(widths);
});
