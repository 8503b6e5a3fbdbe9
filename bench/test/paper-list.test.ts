import { fiftyPapers, papersBefore, spreadsheetKeys, typedAmount } from '../src/paper-list.js';

test('fifty papers, each in balance, in the order of their dates, most of what has come before', () => {
  const papers = fiftyPapers();
  const known = new Set(papersBefore().map(({ explanation }) => explanation));
  expect(papers).toHaveLength(50);
  for (const { lines } of [...papers, ...papersBefore()]) {
    expect(Math.round(lines.reduce((sum, { amount }) => sum + amount * 100, 0))).toBe(0);
  }
  expect(papers.map(({ date }) => date)).toEqual(papers.map(({ date }) => date).sort());
  expect(papers.filter(({ explanation }) => known.has(explanation))).toHaveLength(40);
  expect(papers.filter(({ lines }) => lines.length === 3)).toHaveLength(4);
});

test('a spreadsheet takes each cell and a key to leave it', () => {
  const paper = {
    date: '2026-09-04',
    explanation: 'Stamps',
    lines: [
      { account: '6400', amount: 48.6 },
      { account: '1000', amount: -48.6 },
    ],
  };
  // 4 | 6400 | 1000 | 48.6 | | Stamps
  expect(spreadsheetKeys([paper])).toBe(1 + 4 + 4 + 4 + 0 + 6 + 6);
  const third = { account: '6500', amount: 1 };
  // 4 | 6400 | | 48.6 | | Stamps;  | | 1000 | 48.6 | | ;  | 6500 | | 1 | |
  expect(spreadsheetKeys([{ ...paper, lines: [...paper.lines, third] }])).toBe(1 + 4 + 4 + 6 + 6 + (8 + 6) + (5 + 6));
  expect([48.6, 5, 12.345].map(typedAmount)).toEqual(['48.6', '5', '12.35']);
});
